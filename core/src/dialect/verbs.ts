/** What a backtracking verb does; `alternative` gives up the one that it stands in; `skip` has the search go on where it stands itself, or where the mark of its name stands. */
export type VerbKind = "accept" | "fail" | "commit" | "prune" | "skip" | "alternative" | "mark";
