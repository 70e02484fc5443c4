/** The address of a bench: what is on show is written into it and read out of it again. */
import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { FIRST_PLACE, MODES, type Place, readPlace, STAGES, writePlace } from "../src/run/address.ts";
import { SIDE_PANELS } from "../src/state/benchSlice.ts";
import type { Stop } from "../src/state/stops.ts";

const stop = fc.constantFrom<Stop>({ what: "again" }, { what: "offset", offset: 7 }, { what: "saved", count: 3 }, { what: "part", part: { start: 1, end: 4 } });

const place: fc.Arbitrary<Place> = fc.record({
  step: fc.option(fc.nat(10_000_000)),
  stops: fc.uniqueArray(stop, { maxLength: 3, selector: ({ what }) => what }),
  sample: fc.nat(40),
  asking: fc.option(fc.constantFrom(...MODES)),
  stage: fc.constantFrom(...STAGES),
  desk: fc.constantFrom(...SIDE_PANELS),
});

test("any place is read as it was written", () => {
  fc.assert(
    fc.property(place, (own) => {
      expect(readPlace(writePlace(own))).toEqual(own);
    }),
    { numRuns: 200 * DEPTH, seed: 4317 },
  );
});

test("the place where a bench begins has no search part", () => {
  expect([writePlace(FIRST_PLACE), readPlace("")]).toEqual(["", FIRST_PLACE]);
});

test.each(["?step=0", "?step=-1", "?step=x", "?sample=0", "?ask=often", "?view=nowhere", "?desk=none", "?stops=part.3-2", "?nothing"])(
  "%s, which is none, is where a bench begins",
  (search) => {
    expect(readPlace(search)).toEqual(FIRST_PLACE);
  },
);
