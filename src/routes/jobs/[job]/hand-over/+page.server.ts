import { careDates, cureShare } from '$core/bench/view/care';
import { pieceState } from '$core/bench/state/state';
import { recordFromForm } from '$server/fact-action';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const { file } = locals.open(params.job);
  const ids = file.pieces.map((p) => p.id);
  const missing = file.pieces.filter((p) => pieceState(file.state, p.id).hungIn === null).map((p) => p.code);
  return {
    missing,
    inAir: file.waits.by === 'air',
    handedOver: file.state.handedOver,
    /** the fact of it, which can be taken back */
    handOver:
      file.facts.findLast((f) => f.body.kind === 'job.handed-over' && !file.state.voided.has(f.id))?.id ??
      null,
    care: careDates(file.state, file.route, ids, file.waits).map((d) => ({
      ...d,
      code: file.codes.get(d.piece) ?? '',
    })),
    cure: cureShare(file.state, file.route, ids, locals.now(), file.waits),
  };
};

export const actions: Actions = { fact: (event) => recordFromForm(event, event.params.job) };
