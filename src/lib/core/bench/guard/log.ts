/** The log as guards ask it. */
import type { JobState } from '../state/state';

/** Who recorded a fact, and when it happened, ms since 1970. */
export interface Happened {
  id: string;
  at: number;
  worker: string;
}

/** The log so far, as a guard may ask it. */
export interface Log {
  /** null for a fact that is not known */
  kindOf: (id: string) => string | null;
  factOf: (id: string) => Pick<Happened, 'at' | 'worker'> | undefined;
  /** what ended a work, by the id of its beginning */
  endOf: (work: string) => Pick<Happened, 'at' | 'worker'> | undefined;
  /** who records the fact that is judged */
  by: string;
  /** the state as it would be without some facts */
  without: (ids: ReadonlySet<string>) => JobState;
  /** ids of the facts of a kind that count and name a piece */
  factsOn: (piece: string, kind: string) => string[];
  /** the state as it would be after one more fact */
  after: (body: { kind: string }) => JobState;
  /** contradictions that nobody has settled: their facts and their pieces */
  open: () => readonly { of: readonly string[]; pieces: readonly string[] }[];
}
