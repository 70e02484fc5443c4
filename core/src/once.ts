/** A value that is made when it is first asked for, and kept. */
export function once<T>(make: () => T): () => T {
  let made: { readonly value: T } | undefined;
  return () => {
    made ??= { value: make() };
    return made.value;
  };
}

/** A value for each object, made when it is first asked for, and kept as long as the object is. */
export function oncePer<K extends object, T>(make: (key: K) => T): (key: K) => T {
  const made = new WeakMap<K, { readonly value: T }>();
  return (key) => {
    let found = made.get(key);
    if (!found) {
      found = { value: make(key) };
      made.set(key, found);
    }
    return found.value;
  };
}
