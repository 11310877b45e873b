import { acts } from '$core/bench/acts';
import { cautionsFor } from '$core/coating/cautions';
import { methodCard } from '$core/coating/methods';
import { workMinutes, type Step } from '$core/coating/route';
import { pieceState } from '$core/bench/fold';
import { localMinute } from '$core/units/clock-time';
import { companyZone } from '$server/services/clock';
import type { JobFile } from '$server/services/job-file';
import { isTurnUnsafe } from '$core/labels/turn-safe';
import { mixFor } from '$core/takeoff/mix';
import { passVolume, productNeeds } from '$core/takeoff/needs';
import { plannedSteps } from '$core/planning/job-problem';
import { elevations } from '$server/services/elevations';
import { recordFromForm } from '$server/fact-action';
import { siteNext, siteProgress } from '$core/bench/site';
import { sayFact } from '$server/services/say-fact';
import { listWorkers } from '$server/store/workers';
import type { Actions, PageServerLoad } from './$types';

/** Recent facts that can be taken back from the bench. */
const RECENT = 6;

/** Where the film that a step waits for can be tested by touch; null where it waits for none. */
function touchLink(file: JobFile, step: Step, pieces: readonly string[]): string | null {
  const need = step.after.find((r) => r.film);
  const laid = need && pieceState(file.state, pieces[0] ?? '').done.get(need.step)?.end;
  if (!need?.film || !laid || !file.choice) return null;
  const local = localMinute(laid, companyZone());
  return `/drying?product=${need.film.key}&place=${file.choice.place}&stage=${need.stage ?? 'touch'}&laid=${local}`;
}

export const load: PageServerLoad = async ({ locals, params }) => {
  const { file, plan } = await locals.open(params.job);
  const now = locals.now();
  const planned =
    plan && !('infeasible' in plan.result) ? plannedSteps(plan.result.assignments, plan.t0) : [];
  const due = new Map(planned.map((p) => [`${p.lot}:${p.step}`, p.start]));
  const lotNames = new Map(file.lots.map((l) => [l.id, l.name]));
  const people = new Map(listWorkers(locals.db).map((w) => [w.id, w.name]));
  const pieces = new Map(file.pieces.map((p) => [p.id, p]));
  const walls = elevations(file, now);
  const drawn = new Map(walls.flatMap((w) => w.fronts.map((f) => [f.id, f])));
  const list = acts(file.state, file.route, file.lots, now, due, file.waits).map((a) => {
    const own = a.pieces.flatMap((id) => pieces.get(id) ?? []);
    const need = a.step.product ? productNeeds([a.step], own)[0] : undefined;
    const { product } = a.step;
    return {
      status: a.status,
      lotId: a.lot,
      lot: lotNames.get(a.lot) ?? '',
      step: a.step.key,
      kind: a.step.kind,
      act: a.step.act,
      how: a.step.how,
      card: methodCard(a.step),
      touch: touchLink(file, a.step, a.pieces),
      cautions: file.choice ? cautionsFor(a.step, file.choice.system, file.job.houseYear) : [],
      minutes: workMinutes(a.step, a.pieces.length),
      pieces: own.map(({ id, code, w, h, form, hinge }) => ({
        id,
        code,
        w,
        h,
        form,
        hinge,
        unsafe: isTurnUnsafe(code),
        mark: drawn.get(id)?.mark,
        hex: drawn.get(id)?.hex ?? '',
      })),
      from: a.status === 'waiting' ? a.from : null,
      closes: a.closes,
      planned: due.get(`${a.lot}:${a.step.key}`) ?? null,
      work:
        a.status === 'running'
          ? { id: a.work.id, since: a.work.start, who: people.get(a.work.worker) ?? '' }
          : null,
      paint: need
        ? {
            name: need.product.name,
            wetUm: need.wetUm,
            volumeMl: passVolume(need),
            mix: product?.mix
              ? {
                  ...mixFor(product.mix, passVolume(need) * (1 + product.mix.thinner)),
                  induction: product.mix.induction.value,
                  potLife: product.mix.potLife.value,
                }
              : null,
          }
        : null,
    };
  });
  const facts = [...file.facts]
    .filter((f) => f.body.kind !== 'void' && !file.state.voided.has(f.id))
    .slice(-RECENT)
    .reverse()
    .map((f) => ({ id: f.id, at: f.at, who: people.get(f.worker) ?? '', words: sayFact(file, f.body) }));
  const next = new Set(siteNext(file.state, file.site).map((s) => s.key));
  const site = siteProgress(file.state, file.site, file.waits).flatMap(({ step, from, state }) =>
    state === 'done' || (state === 'pending' && !next.has(step.key))
      ? []
      : [
          {
            key: step.key,
            act: step.act,
            how: step.how,
            colour: file.zones.length > 1 ? (file.zones.find((z) => z.id === step.zone)?.colour ?? '') : '',
            product: step.product?.name ?? '',
            minutes: step.minutes,
            from,
            planned: due.get(`site:${step.key}`) ?? null,
            work:
              state === 'pending'
                ? null
                : {
                    id: file.state.site.get(step.key)?.id ?? '',
                    since: state.start,
                    who: people.get(state.worker) ?? '',
                  },
          },
        ],
  );
  const siteLeft = file.site.filter((s) => (file.state.site.get(s.key)?.end ?? null) === null).length;
  return { walls, list, facts, site, siteLeft, siteSteps: file.site.length, chosen: file.choice !== null };
};

export const actions: Actions = { fact: (event) => recordFromForm(event, event.params.job) };
