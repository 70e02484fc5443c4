/** Fetching the names of characters, apart from what every command loads. */
export { namesFor } from "@lamprey/core";
