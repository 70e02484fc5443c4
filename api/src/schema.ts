/** JSON Schemas as values, and the types of what they describe: a shape is written once, and both come from it. */

/** What a schema describes, as a type. Objects are closed; fields that are not required may be left out. */
export type Value<S> = S extends { readonly enum: readonly (infer E)[] }
  ? E
  : S extends { readonly type: readonly ["string", "null"] }
    ? string | null
    : S extends { readonly type: "string" }
      ? string
      : S extends { readonly type: "integer" | "number" }
        ? number
        : S extends { readonly type: "boolean" }
          ? boolean
          : S extends { readonly type: "array"; readonly items: infer I }
            ? readonly Value<I>[]
            : S extends { readonly type: "object"; readonly properties: infer P; readonly required: readonly (infer R)[] }
              ? { readonly [K in keyof P as K extends R ? K : never]: Value<P[K]> } & { readonly [K in keyof P as K extends R ? never : K]?: Value<P[K]> }
              : unknown;

/** An object with these fields and no others; all are required. */
export function closed<const P extends Record<string, object>>(properties: P): Closed<P, keyof P & string>;
/** The same where only some are required. */
export function closed<const P extends Record<string, object>, const R extends keyof P & string>(properties: P, required: readonly R[]): Closed<P, R>;
export function closed(properties: Record<string, object>, required: readonly string[] = Object.keys(properties)): object {
  return { type: "object", additionalProperties: false, properties, required };
}

export interface Closed<P, R extends string> {
  readonly type: "object";
  readonly additionalProperties: false;
  readonly properties: P;
  readonly required: readonly R[];
}

/** A list of so many items at most. */
export const listOf = <const I extends object>(items: I, maxItems?: number) =>
  ({ type: "array", items, ...(maxItems === undefined ? {} : { maxItems }) }) as { readonly type: "array"; readonly items: I };
