/**
 * Unit tests run with a clock that is four times as slow, so analyses that end at a deadline have four times as long. What
 * they find on a quiet machine they then find on a busy one too; no test may depend on how fast the machine is.
 */
const SLOWER = 4;

// An object of this test file's own: test files that run in one process share the real one.
const { performance: real } = globalThis;
const slow = { timeOrigin: real.timeOrigin };
for (const name in real) if (typeof real[name] === "function") slow[name] = real[name].bind(real);
slow.now = () => real.now() / SLOWER;
Object.defineProperty(globalThis, "performance", { value: slow, writable: true, configurable: true });
