/** A worker that runs one pattern on one text with the browser's own engine, as an attacked page would. */
self.onmessage = ({ data }: MessageEvent<{ readonly pattern: string; readonly flags: string; readonly text: string }>) => {
  const expression = new RegExp(data.pattern, data.flags);
  const started = performance.now();
  expression.exec(data.text);
  self.postMessage(performance.now() - started);
};
