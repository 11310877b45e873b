/** What stood for days gathers dust: it is wiped before it is coated. Common practice, no source. */

/** Longer than this without anybody working on it is a long stand, ms. Common practice, no source. */
export const LONG_STAND = 2 * 86_400_000;

/** Whether what was handled then is to be wiped before a coat. @param handled ms since 1970; null: never */
export const stoodLong = (handled: number | null, at: number): handled is number =>
  handled !== null && at - handled > LONG_STAND;
