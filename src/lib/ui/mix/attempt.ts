/** The result of a computation on what somebody types, or what is wrong with it in words. */
type Attempt<T> = { value: T } | { wrong: string };

/** Runs a computation; what it throws is what is wrong with its input. */
export function attempt<T>(act: () => T): Attempt<T> {
  try {
    return { value: act() };
  } catch (error) {
    return { wrong: error instanceof Error ? error.message : String(error) };
  }
}
