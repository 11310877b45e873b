/** @returns what stands at index `i`; @throws RangeError where nothing does: a fault of the program */
export function at(list: readonly number[], i: number): number {
  const found = list[i];
  if (found === undefined) throw new RangeError(`nothing at ${i} of ${list.length}`);
  return found;
}

/** The same of a typed list. */
export function cell(list: Int32Array, i: number): number {
  const found = list[i];
  if (found === undefined) throw new RangeError(`nothing at ${i} of ${list.length}`);
  return found;
}
