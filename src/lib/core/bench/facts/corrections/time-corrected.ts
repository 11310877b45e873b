/** A fact happened at another time than its device said. */
import { z } from 'zod';
import { CLOCK_AHEAD, instantSchema } from '../../../units/instant';
import { refuse } from '../../guard/refusal';
import { factKind } from '../kind';
import { id } from '../parts';

// Where a fact is put, the fold sees to.
export const timeCorrected = factKind({
  schema: z.object({ kind: z.literal('time.corrected'), fact: id, at: instantSchema }),
  rank: 290,
  fromForm: (form) => ({ fact: form.text('fact'), at: form.number('at') }),
  apply: () => undefined,
  refuse: (body, at, { state }, log) => {
    const kind = log.kindOf(body.fact);
    if (kind === null || kind === 'void' || kind === 'contradiction.settled' || kind === 'time.corrected')
      return refuse('unknown', 'There is no such fact to put right.');
    if (body.at > at + CLOCK_AHEAD)
      return refuse('order', 'That time is yet to come. Give the time when it happened.');
    const own = state.works.get(body.fact);
    return own?.end != null && body.at > own.end
      ? refuse('order', 'It was finished before that. Put the end right first.')
      : null;
  },
  say: () => 'Time put right',
});
