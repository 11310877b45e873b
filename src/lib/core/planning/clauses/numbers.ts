/** What a search that learns looks for, as sides of its engine; one entry an operation. */
export interface Numbers {
  start: number[];
  end: number[];
  /** the minutes of changing over to it; −1 where there are none */
  setup: number[];
  /** where several people may do it: the side that says that one of them does */
  who: { worker: number; here: number }[][];
  makespan: number;
  /** days on which people come, each by themselves, and the sum of all ends; −1 where they do not matter */
  days: number;
  ends: number;
  /** days without fronts, each piece counted by itself; −1 where nobody asks, or there are none */
  pieceDays: number;
  /** days on which somebody is in a house, and nights with solvent; −1 where nobody asks, or there are none */
  visits: number;
  nights: number;
}
