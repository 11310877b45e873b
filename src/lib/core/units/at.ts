/** Reading a list where something must stand: apart for each kind of list, so that each stays quick. */

const nothing = (list: { length: number }, i: number): RangeError =>
  new RangeError(`nothing at ${i} of ${list.length}`);

/** @returns the number that stands at index `i`; @throws RangeError where none does: a fault of the program */
export function at(list: readonly number[], i: number): number {
  const found = list[i];
  if (found === undefined) throw nothing(list, i);
  return found;
}

/** The same of a typed list. */
export function cell(list: Int32Array, i: number): number {
  const found = list[i];
  if (found === undefined) throw nothing(list, i);
  return found;
}

/** The same of a list of anything else. */
export function item<T>(list: readonly T[], i: number): T {
  const found = list[i];
  if (found === undefined) throw nothing(list, i);
  return found;
}

/** Where in a list stands what is wanted. */
export const indexes = <T>(list: readonly T[], wanted: (x: T, i: number) => boolean): number[] =>
  list.flatMap((x, i) => (wanted(x, i) ? [i] : []));
