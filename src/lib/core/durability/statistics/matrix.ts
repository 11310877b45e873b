/** Small symmetric matrices, as rows. */

/**
 * The inverse of a symmetric positive definite matrix, by Cholesky.
 * @returns null where it is not positive definite
 */
export function inverse(a: readonly (readonly number[])[]): number[][] | null {
  const n = a.length;
  const l = a.map(() => new Array<number>(n).fill(0));
  const at = (m: readonly (readonly number[])[], i: number, j: number): number => m[i]?.[j] ?? 0;
  for (let j = 0; j < n; j++) {
    for (let i = j; i < n; i++) {
      let sum = at(a, i, j);
      for (let k = 0; k < j; k++) sum -= at(l, i, k) * at(l, j, k);
      const row = l[i];
      if (!row) continue;
      if (i === j) {
        if (!(sum > 0)) return null;
        row[j] = Math.sqrt(sum);
      } else row[j] = sum / at(l, j, j);
    }
  }
  const out = a.map(() => new Array<number>(n).fill(0));
  for (let c = 0; c < n; c++) {
    const y = new Array<number>(n).fill(0);
    for (let i = c; i < n; i++) {
      let sum = i === c ? 1 : 0;
      for (let k = c; k < i; k++) sum -= at(l, i, k) * (y[k] ?? 0);
      y[i] = sum / at(l, i, i);
    }
    for (let i = n - 1; i >= 0; i--) {
      let sum = y[i] ?? 0;
      for (let k = i + 1; k < n; k++) sum -= at(l, k, i) * at(out, k, c);
      const row = out[i];
      if (row) row[c] = sum / at(l, i, i);
    }
  }
  return out;
}

export const times = (a: readonly (readonly number[])[], v: readonly number[]): number[] =>
  a.map((row) => row.reduce((sum, x, i) => sum + x * (v[i] ?? 0), 0));
