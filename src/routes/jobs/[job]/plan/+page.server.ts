import { PATTERN_FACTS, PATTERNS } from '$core/coating/pattern';
import { mixFor } from '$core/takeoff/mix';
import { openFindings } from '$core/quality/site-tests';
import { startOfDay } from '$core/units/clock-time';
import { bars, openSpans } from '$server/services/plan/bars';
import { handBack, isHome, whyNoPlan } from '$server/services/plan/hand-back';
import { rackUse } from '$core/job-plan/rack-use';
import { movesBetween } from '$core/planning/search/moves';
import { dayAfter } from '$core/units/clock-time';
import { jobSearch } from '$server/services/plan/job-search';
import { acceptMoves, keepTimes, pin, unpin } from '$server/services/plan/pins';
import { airOf } from '$server/services/air/place-air';
import { sayBoundHolds, sayChain, sayMoves, sayOperation } from '$server/services/plan/say-plan';
import { KITCHEN_ROW } from '$server/services/plan/bar';
import { feedFor } from '$server/services/across/calendars';
import { listPins } from '$server/store/pins';
import { findPlan } from '$server/store/plans';
import { choosePlan } from '$server/services/plan/choose-plan';
import { choiceFromForm, formDefaults } from '$server/services/plan/plan-form';
import { proposeFor } from '$server/services/plan/propose';
import { schoolCosts, weigh } from '$server/services/plan/weigh';
import { takeOff } from '$server/services/take-off/take-off';
import { answer } from '$server/answer';
import { listWorkers } from '$server/store/workers';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const { file, plan } = locals.open(params.job);
  const now = locals.now();
  const workers = listWorkers(locals.db);
  const names = new Map(workers.map((w) => [w.id, w.name]));
  const pins = listPins(locals.db, params.job);
  const drawn = bars(file, plan, names, new Set(pins.map((p) => p.operation)));
  const before = plan?.before ? findPlan(locals.db, plan.before) : undefined;
  const from = drawn.length
    ? startOfDay(Math.min(...drawn.map((b) => b.start)), file.job.zone)
    : startOfDay(now, file.job.zone);
  const to = Math.max(now, ...drawn.map((b) => b.end)) + 3_600_000;
  const taken = takeOff(locals.db, file, plan);
  const { choice } = file;
  const hours =
    choice && choice.air === 'place'
      ? airOf(locals.db, choice.place, now, from).air.filter((a) => a.at >= from && a.at <= to)
      : [];
  return {
    proposals: proposeFor(locals.db, file).list.map(({ system, points, stops, forIt }) => ({
      system,
      points,
      says: stops[0] ?? forIt[0] ?? system.reason,
      newer:
        choice?.system.key === system.key && choice.system.version !== system.version ? system.version : null,
    })),
    workers,
    chosen: choice,
    form: formDefaults(locals.db, file, now),
    schools: schoolCosts(file),
    turns: file.zones
      .filter((z) => file.pieces.some((piece) => piece.zoneId === z.id))
      .map((z) => ({ id: z.id, words: `${z.name}, ${z.colour}`, pattern: choice?.patterns[z.id] ?? '' })),
    patterns: PATTERNS.map((key) => ({ key, name: PATTERN_FACTS[key].name })),
    findings: openFindings(file.state.tests).map((f) => ({
      key: f.test.id,
      weight: f.weight,
      says: f.says,
      todo: f.todo,
      where: f.test.place,
    })),
    begun: file.state.works.size > 0,
    lots: file.lots.map((l) => ({ name: l.name, codes: l.pieces.map((p) => file.codes.get(p) ?? '') })),
    board: {
      bars: drawn,
      from,
      to,
      open: openSpans(file, from, to),
      rackSlots: choice?.rackSlots ?? 0,
      rack: rackUse(file, plan, to),
      lots: [
        ...file.lots.map((l) => ({ name: l.name, pieces: l.pieces.length })),
        ...(drawn.some((b) => b.lot === KITCHEN_ROW) ? [{ name: KITCHEN_ROW, pieces: 0 }] : []),
      ],
      air: hours.map(({ at, celsius, humidity }) => ({ at, celsius, humidity })),
    },
    handBack: handBack(plan),
    home: isHome(file),
    boundHolds: sayBoundHolds(plan, pins.length),
    promised: choice?.promised ? dayAfter(choice.promised, file.job.zone) : null,
    chain: sayChain(file, plan, names),
    moves: plan && before ? sayMoves(file, plan, movesBetween(before, plan), names) : [],
    movedBack: before ? (handBack(before)?.at ?? null) : null,
    pins: pins.map((p) => ({ ...p, words: sayOperation(file, p.operation) })),
    operations: drawn.flatMap((b) =>
      b.operation ? [[b.operation, sayOperation(file, b.operation)]] : [],
    ) as [string, string][],
    search: jobSearch(params.job),
    none:
      plan && 'infeasible' in plan.result
        ? { reason: whyNoPlan(file, plan.result.reason, plan.t0), proven: plan.result.proven }
        : null,
    needs: (taken?.lines ?? []).map((n) => ({
      name: n.product.name,
      colour: n.colour,
      areaM2: n.areaM2,
      volumeMl: n.volumeMl,
      wetUm: n.wetUm,
      mix: n.product.mix
        ? {
            ...mixFor(n.product.mix, 1000),
            induction: n.product.mix.induction.value,
            potLife: n.product.mix.potLife.value,
          }
        : null,
    })),
    labour: taken?.minutes ?? 0,
  };
};

const moment = (form: FormData): number => Number(form.get('at') || NaN);

export const actions: Actions = {
  pin: async ({ request, locals, params }) => {
    const form = await request.formData();
    return answer(async () => {
      await pin(
        locals.db,
        params.job,
        String(form.get('operation')),
        moment(form),
        locals.worker,
        locals.now,
      );
      locals.forget();
      return { pinned: true };
    });
  },
  unpin: async ({ request, locals, params }) => {
    const form = await request.formData();
    return answer(async () => {
      const operation = form.get('operation');
      await unpin(locals.db, params.job, operation === null ? null : String(operation), locals.now);
      locals.forget();
      return { unpinned: true };
    });
  },
  accept: ({ locals, params }) => {
    acceptMoves(locals.db, params.job, locals.now());
    locals.forget();
    return { accepted: true };
  },
  keep: ({ locals, params }) =>
    answer(async () => {
      const kept = await keepTimes(locals.db, params.job, locals.worker, locals.now);
      locals.forget();
      return { keeping: kept };
    }),
  feed: async ({ request, locals, params, url }) => {
    const form = await request.formData();
    const kind = form.get('kind') === 'customer' ? 'customer' : 'job';
    const token = feedFor(locals.db, kind, params.job, locals.now(), form.get('anew') === 'yes');
    return { feed: { kind, address: `${url.origin}/feeds/${token}.ics` } };
  },
  choose: async ({ request, locals, params }) => {
    const form = await request.formData();
    return answer(async () => {
      const before = locals.open(params.job);
      const was = weigh(locals.db, before.file, before.plan);
      const choice = choiceFromForm(locals.db, before.file, form, locals.now());
      await choosePlan(locals.db, params.job, choice, locals.now);
      locals.forget();
      const { file, plan } = locals.open(params.job);
      return { planned: true, was, is: weigh(locals.db, file, plan) };
    });
  },
};
