/** How many pieces to look at. Source: the hypergeometric distribution (sampling without replacement). */

/**
 * The smallest sample that finds at least one faulty piece with the wanted confidence.
 * @param population N, how many pieces there are
 * @param faulty K, how many of them would be faulty
 * @param confidence share in (0, 1)
 * @returns n with C(N−K, n) / C(N, n) ≤ 1 − confidence, from 1 to N
 * @throws RangeError when the arguments make no such question
 */
export function sampleSize(population: number, faulty: number, confidence: number): number {
  if (!(Number.isInteger(population) && population > 0))
    throw new RangeError(`Population must be a whole number above 0, got ${population}`);
  if (!(Number.isInteger(faulty) && faulty >= 1 && faulty <= population)) {
    throw new RangeError(`Faulty pieces must be a whole number from 1 to ${population}, got ${faulty}`);
  }
  if (!(confidence > 0 && confidence < 1))
    throw new RangeError(`Confidence must be between 0 and 1, got ${confidence}`);
  // The products round: a chance that is exactly the allowed one counts as such.
  const allowed = (1 - confidence) * (1 + 1e-9);
  let missAll = 1;
  for (let n = 1; n <= population; n++) {
    missAll *= Math.max(0, population - faulty - n + 1) / (population - n + 1);
    if (missAll <= allowed) return n;
  }
  return population;
}
