/** What is only made when it is asked for, and then once: one part that cannot be made leaves the others alone. */
export function lazily<T extends Record<string, () => unknown>>(
  makers: T,
): { readonly [K in keyof T]: ReturnType<T[K]> } {
  const made = {} as { [K in keyof T]: ReturnType<T[K]> };
  for (const key of Object.keys(makers) as (keyof T)[])
    Object.defineProperty(made, key, {
      enumerable: true,
      configurable: true,
      get() {
        const value = makers[key]?.() as ReturnType<T[keyof T]>;
        Object.defineProperty(made, key, { value, enumerable: true });
        return value;
      },
    });
  return made;
}
