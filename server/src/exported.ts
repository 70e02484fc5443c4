/** The form of the file of everything. */
export const EXPORT_FORMAT = { format: "lamprey-specimens", version: 1 } as const;

/** The form of the file of one. */
export const ONE_FORMAT = { format: "lamprey-specimen", version: 1 } as const;

/** Specimens read at once for an export. */
export const EXPORTED_AT_ONCE = 50;
