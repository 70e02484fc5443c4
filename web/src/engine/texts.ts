/** What the worker says of texts when it is asked: why one does not match, and those that do. */
export { examples, whyNot } from "@lamprey/core";
