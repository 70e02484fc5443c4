/**
 * Unit tests run with a clock that is four times as slow, so analyses that end at a deadline have four times as long. What
 * they find on a quiet machine they then find on a busy one too; no test may depend on how fast the machine is.
 */
const SLOWER = 4;

const { performance } = globalThis;
const now = performance.now.bind(performance);
performance.now = () => now() / SLOWER;
