/** The kitchen is its household’s again. */
import { z } from 'zod';
import { list } from '../../guard/context';
import { refusalsOf, refuse } from '../../guard/refusal';
import { siteLeft } from '../../guard/kitchen-work';
import { openFlaws } from '../../guard/open-flaws';
import { pieceState } from '$core/bench/state/state';
import { factKind } from '../kind';
import { overrides } from '../parts';

export const jobHandedOver = factKind({
  schema: z.object({
    kind: z.literal('job.handed-over'),
    note: z.string().max(2000).default(''),
    /** the name that the owner typed */
    signed: z.string().trim().max(120).optional(),
    override: overrides,
  }),
  rank: 240,
  firstCounts: true,
  fromForm: (form) => ({
    note: form.text('note'),
    signed: form.text('signed') || undefined,
    ...form.override(),
  }),
  apply: (state, { at }, { signed, note }) => {
    if (state.handedOver !== null) return;
    state.handedOver = at;
    state.signed = { name: signed ?? '', note };
  },
  refuse: (_body, _, ctx, log) => {
    if (ctx.state.handedOver !== null) return refuse('done-already', 'The kitchen is handed over already.');
    const missing = [...ctx.codes.keys()].filter((p) => pieceState(ctx.state, p).hungIn === null);
    const flawed = [...openFlaws(ctx.state, ctx.route, ctx).keys()];
    const site = siteLeft(ctx.state, ctx.site);
    const disagree = log.open().length;
    const used = new Set([...ctx.pieces.values()].map((p) => p.colour));
    const unseen = [...ctx.zoneColours].filter(
      ([zone, colour]) => used.has(colour) && !ctx.state.walked.has(zone),
    );
    return refusalsOf(
      missing.length > 0 && refuse('not-home', `${missing.length} not home yet: ${list(ctx, missing)}.`),
      site.length > 0 &&
        refuse(
          'site-open',
          `The fixed work is not done: ${site
            .slice(0, 3)
            .map((s) => `“${s.act}”`)
            .join(', ')}${site.length > 3 ? ` and ${site.length - 3} more` : ''}.`,
        ),
      unseen.length > 0 &&
        refuse(
          'not-walked',
          `Not looked at with the owner yet: ${unseen.map(([, colour]) => colour).join(', ')}.`,
        ),
      flawed.length > 0 &&
        refuse('open-flaws', `${list(ctx, flawed)} has a flaw that is neither mended nor left as it is.`),
      disagree > 0 &&
        refuse(
          'contradicted',
          `${disagree === 1 ? 'Records that disagree are' : `${disagree} sets of records that disagree are`} not settled yet: see the bench.`,
        ),
    );
  },
  say: () => 'Handed over',
});
