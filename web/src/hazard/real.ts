/** A worker that runs one pattern on one text with the browser's own engine, as an attacked page would. */
import type { RealQuestion } from "./tryForReal.ts";

self.onmessage = ({ data }: MessageEvent<RealQuestion>) => {
  const expression = new RegExp(data.pattern, data.flags);
  const started = performance.now();
  // A pattern with the flag for it begins each time behind the last match.
  if (expression.global) for (const _ of data.text.matchAll(expression));
  else expression.exec(data.text);
  self.postMessage(performance.now() - started);
};
