/** Everything that the plan of one job is made from, as data: threads, pages and tests plan from this and nothing else. */
import type { Place } from '../air/places';
import type { Lot } from '../planning/job/lots';
import { piecesBegun, type JobState } from '../bench/state/state';
import type { Choice } from '../planning/job/choice';
import type { Span } from '../planning/job/job-to-plan';
import type { PackedAir } from '../drying/packed-air';
import type { PlannedPiece, Surveyed } from './ways';

/** What another job that shares the company's people takes of them, of its place and of its rack. */
export interface Neighbour {
  job: string;
  place: Place;
  rackSlots: number;
  work: readonly (Span & { worker: string })[];
  /** when the place of coating is in use */
  coating: readonly Span[];
  rack: readonly (Span & { slots: number })[];
}

/** What is around a job: who is away, and the plans of other jobs. */
export interface Surroundings {
  /** worker null: nobody works */
  absences: readonly (Span & { worker: string | null })[];
  /** jobs that share, whether or not this one does */
  neighbours: readonly Neighbour[];
}

export interface PlanInputs {
  job: Surveyed & { id: string; name: string; zone: string };
  /** in wall order */
  pieces: readonly PlannedPiece[];
  /** in order */
  zones: readonly { id: string; colour?: string }[];
  lots: readonly Lot[];
  state: JobState;
  choice: Choice;
  /** operations that were pinned, by id, ms since 1970 */
  pins: ReadonlyMap<string, number>;
  around: Surroundings;
  /** the air of the place that was chosen, from before the first film; null: films wait by the sheet */
  air: PackedAir | null;
  /** the air of the house, where fixed work is coated there and pieces are not */
  houseAir: PackedAir | null;
}

/** Whether a choice leaves anything to the planner that may still be changed. */
export const leavesOpen = ({ choice, state, pieces }: PlanInputs): boolean =>
  (choice.open.lots || choice.open.pattern || choice.open.stages) && !piecesBegun(state) && pieces.length > 0;
