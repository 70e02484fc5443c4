/** The API's schemas, its bounds and what the server checks are one: what a schema takes the server takes, and no more. */
import { readFileSync } from "node:fs";
import { describe, expect, test } from "@jest/globals";
import { BOUNDS, closed, listOf, SCHEMAS, specimenSchema, specimensSchema, type Value } from "@lamprey/api";
import { newSpecimen } from "@lamprey/api/files";
import fc from "fast-check";
import { specimenChange } from "../src/specimens/schemas.ts";

type Field = { readonly type: string | readonly string[]; readonly maxLength?: number; readonly enum?: readonly string[] };

describe.each([
  ["NewSpecimen", SCHEMAS.NewSpecimen, newSpecimen],
  ["SpecimenChange", SCHEMAS.SpecimenChange, specimenChange],
])("%s", (_name, schema, joi) => {
  const takes = (value: object): boolean => joi.validate({ title: "weir", revision: 1, ...value }, { convert: false }).error === undefined;
  const known = Object.keys(schema.properties);
  const whole = (value: object) => Object.fromEntries(Object.entries({ title: "weir", revision: 1, ...value }).filter(([key]) => known.includes(key)));
  const accepts = (value: object): boolean => joi.validate(whole(value), { convert: false }).error === undefined;

  test("every field of the schema is taken, and no other", () => {
    const values: Readonly<Record<string, unknown>> = { title: "t", pattern: "a", dialect: "python", flags: "i", notes: "n", samples: [], revision: 3 };
    for (const field of known) expect([field, accepts({ [field]: values[field] })]).toEqual([field, true]);
    expect(takes({ shelf: 1 })).toBe(false);
  });

  test("what is required is asked for", () => {
    for (const field of schema.required) expect([field, joi.validate({}, { convert: false }).error?.message]).toEqual([field, expect.stringContaining(field)]);
  });

  test("texts are as long as they may be, and no longer", () => {
    for (const [field, { maxLength, enum: words }] of Object.entries(schema.properties) as [string, Field][]) {
      if (maxLength === undefined) continue;
      expect([field, words, accepts({ [field]: "x".repeat(maxLength) }), accepts({ [field]: "x".repeat(maxLength + 1) })]).toEqual([
        field,
        undefined,
        true,
        false,
      ]);
    }
  });

  test("dialects are those that have a name", () => {
    fc.assert(
      fc.property(fc.oneof(fc.constantFrom(...schema.properties.dialect.enum), fc.string()), (dialect) => {
        expect(accepts({ dialect })).toBe((schema.properties.dialect.enum as readonly string[]).includes(dialect));
      }),
    );
  });

  test("samples are as many as they may be", () => {
    const samples = (count: number) => Array.from({ length: count }, (_, i) => ({ name: `s${i}`, text: "" }));
    expect([accepts({ samples: samples(BOUNDS.samples) }), accepts({ samples: samples(BOUNDS.samples + 1) })]).toEqual([true, false]);
  });
});

test("the form of the file of everything stands in the docs as it is", () => {
  expect(readFileSync(new URL("../../docs/specimens.schema.json", import.meta.url), "utf8")).toBe(specimensSchema());
  expect(readFileSync(new URL("../../docs/specimen.schema.json", import.meta.url), "utf8")).toBe(specimenSchema());
});

test("a type says what its schema says", () => {
  const pair = closed({ left: { type: "string" }, right: { type: ["string", "null"] }, counts: listOf({ type: "integer" } as const) } as const, ["left"]);
  // Held by the compiler: what is left out may be, what is there has its type.
  const one: Value<typeof pair> = { left: "a" };
  const two: Value<typeof pair> = { left: "a", right: null, counts: [1, 2] };
  expect([one, two].map(({ left }) => left)).toEqual(["a", "a"]);
  expect(pair).toEqual({
    type: "object",
    additionalProperties: false,
    properties: { left: { type: "string" }, right: { type: ["string", "null"] }, counts: { type: "array", items: { type: "integer" } } },
    required: ["left"],
  });
});
