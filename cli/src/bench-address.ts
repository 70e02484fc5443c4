/** Where the page is served on the machine itself, where nothing else is said. */
export const BENCH_ADDRESS = "http://127.0.0.1:4317/";
