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
