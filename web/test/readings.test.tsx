/** The proof as it is drawn: a lane for each part, and no two lanes of one name. */
import { describe, expect, test } from "@jest/globals";
import { renderToStaticMarkup } from "react-dom/server";
import type { FindingView } from "../src/engine/hazard/messages.ts";
import { HazardSession } from "../src/engine/hazard/session.ts";
import { Readings } from "../src/hazard/Readings.tsx";

async function drawn(pattern: string): Promise<{ finding: FindingView; markup: string; lanes: string[][] }> {
  const verdict = await new HazardSession().assess({ dialect: "ecmascript", pattern, flags: "" }, "search", 1);
  const [finding] = verdict?.findings ?? [];
  if (!finding) throw new Error(`no finding in /${pattern}/`);
  const markup = renderToStaticMarkup(<Readings finding={finding} pattern={pattern} />);
  const readings = markup.split('class="part-name"').slice(1);
  return {
    finding,
    markup,
    lanes: readings.map((reading) =>
      reading
        .split('text-anchor="end"')
        .slice(1)
        .map((lane) => /<?[^>]*>([^<]*)</.exec(lane)?.[1] ?? ""),
    ),
  };
}

describe("readings", () => {
  test.each(["^(a+)+$", `"(?:\\\\.|[^"])*"`, `(["'])(?:\\\\.|(?!\\1).)*\\1`, "^\\s*\\s*\\s*x", "^(?:a|ab|b)*c", "(\\w+\\s?)+!"])(
    "/%s/: each has the quantifiers and the items, under names of their own",
    async (pattern) => {
      const { finding, lanes, markup } = await drawn(pattern);
      expect(lanes.length).toBe(finding.readings.length);
      for (const lane of lanes) {
        expect(lane.length).toBeGreaterThan(0);
        expect(new Set(lane).size).toBe(lane.length);
      }
      expect(markup).toContain(`can be taken in ${finding.readings.length} ways`);
    },
  );

  test("where the search's restarts are the other way, later attempts take the rest of the same letters", async () => {
    const { lanes, markup } = await drawn("\\s+$");
    expect(lanes).toEqual([["\\s+"], ["\\s+"], ["\\s+"]]);
    expect(markup).toContain("Attempt 3");
  });
});
