/** Ends an exhaustive switch over the keys of a table. Throws: what is not known is never passed over in silence. */
export function unknownKey(key: never): never {
  throw new RangeError(`“${String(key)}” is not in the table.`);
}
