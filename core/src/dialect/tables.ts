/** What a table has of its own under a name that a pattern gives. */
export const own = <T>(table: Readonly<Record<string, T>>, name: string): T | undefined => (Object.hasOwn(table, name) ? table[name] : undefined);
