/** Fetching tables that few patterns ask for, apart from what every command loads. */
export { tablesFor } from "@lamprey/core";
