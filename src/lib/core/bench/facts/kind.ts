/** What a kind of fact is: all that is known of it is in one entry. */
import type { z } from 'zod';
import type { Step } from '../../coating/route';
import type { Lot } from '$core/planning/job/lots';
import type { SiteStep } from '../../takeoff/site-route';
import type { Measures } from '../../units/measures';
import type { Context } from '../guard/context';
import type { Happened, Log } from '../guard/log';
import type { Refusal } from '../guard/refusal';
import type { JobState } from '../state/state';
import type { FactForm } from './form';

/** What facts are put into words with. */
export interface SayContext {
  state: JobState;
  route: readonly Step[];
  site: readonly SiteStep[];
  lots: readonly Lot[];
  codes: ReadonlyMap<string, string>;
  context: { measures: Measures };
}

export interface FactKindEntry<S extends z.ZodType<{ kind: string }>> {
  /** of its body */
  schema: S;
  /** Facts of one moment are taken in this order, 0 to 999, so that what a fact rests on comes before it whatever its id. */
  rank: number;
  /** the first of them counts: one more, from a device that could not know of it, changes nothing and is nobody's question */
  firstCounts?: true;
  /** it tells how long work or a film takes here, or takes such a fact back */
  teaches?: true;
  /** its body from the fields of a form, without the kind, unchecked */
  fromForm: (form: FactForm) => Record<string, unknown>;
  /** changes the state */
  apply: (state: JobState, fact: Happened, body: z.infer<S>) => void;
  /** what a fact that was taken back leaves behind all the same */
  applyTakenBack?: (state: JobState, fact: Happened, body: z.infer<S>) => void;
  /** why it is refused; that its pieces belong to the job is asked before. @param at ms since 1970 */
  refuse: (body: z.infer<S>, at: number, ctx: Context, log: Log) => Refusal | readonly Refusal[] | null;
  /** a line of words, for the list of what was recorded */
  say: (body: z.infer<S>, context: SayContext) => string;
}

/** An entry whose parts must fit together; the compiler refuses one with a gap. */
export const factKind = <S extends z.ZodType<{ kind: string }>>(entry: FactKindEntry<S>): FactKindEntry<S> =>
  entry;

/** For a kind that nothing refuses. */
export const nothingAgainst = (): null => null;
