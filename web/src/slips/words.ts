/** What is known of a repair, in words. */
import type { Proved } from "@lamprey/core";

export const PROVED_WORDS: Readonly<Record<Proved, string>> = {
  equal: "proved to match in the same texts",
  narrower: "proved to match in fewer texts, and in no others",
  wider: "proved to match in more texts, and in all of these",
  differs: "matches in some other texts, and in some of these no more",
  tried: "not proved",
};
