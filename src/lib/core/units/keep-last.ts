/** Keeps the last few things that were made, by their keys; what was asked for longest ago goes first. */
export function keepLast<T>(most: number): (key: string, make: () => T) => T {
  const kept = new Map<string, T>();
  return (key, make) => {
    const had = kept.get(key);
    if (had !== undefined) {
      kept.delete(key);
      kept.set(key, had);
      return had;
    }
    const made = make();
    kept.set(key, made);
    for (const old of kept.keys()) if (kept.size > most) kept.delete(old);
    return made;
  };
}

/**
 * The last few things that were made for an owner, by their keys; they go when it goes. Nobody changes the owner, or what was made.
 * @param most of each owner; all where nothing is said
 */
export function keepFor<O extends object, T>(most = Infinity): (owner: O, key: string, make: () => T) => T {
  const all = new WeakMap<O, (key: string, make: () => T) => T>();
  return (owner, key, make) => {
    const own = all.get(owner) ?? keepLast<T>(most);
    all.set(owner, own);
    return own(key, make);
  };
}

/** What is made of something once, and goes when that goes. Nobody changes either. */
export function once<O extends object, T>(make: (of: O) => T): (of: O) => T {
  const all = new WeakMap<O, { made: T }>();
  return (of) => {
    const known = all.get(of) ?? { made: make(of) };
    all.set(of, known);
    return known.made;
  };
}
