import { mixFor } from '$core/takeoff/mix';
import { openFindings } from '$core/quality/site-tests';
import { startOfDay } from '$core/units/clock-time';
import { bars, handBack, openSpans, sayReason } from '$server/services/job-shell';
import { choosePlan } from '$server/services/choose-plan';
import { choiceFromForm, formDefaults } from '$server/services/plan-form';
import { proposeFor } from '$server/services/propose';
import { schoolCosts, weigh } from '$server/services/weigh';
import { takeOff } from '$server/services/take-off';
import { answer } from '$server/answer';
import { listWorkers } from '$server/store/workers';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals, params }) => {
  const { file, plan } = locals.open(params.job);
  const now = locals.now();
  const workers = listWorkers(locals.db);
  const names = new Map(workers.map((w) => [w.id, w.name]));
  const drawn = bars(file, plan, names);
  const from = drawn.length
    ? startOfDay(Math.min(...drawn.map((b) => b.start)), file.job.zone)
    : startOfDay(now, file.job.zone);
  const to = Math.max(now, ...drawn.map((b) => b.end)) + 3_600_000;
  const taken = takeOff(locals.db, file, plan);
  const { choice } = file;
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
      lots: file.lots.map((l) => ({ name: l.name, pieces: l.pieces.length })),
    },
    handBack: handBack(plan),
    none:
      plan && 'infeasible' in plan.result
        ? { reason: sayReason(file, plan.result.reason), proven: plan.result.proven }
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

export const actions: Actions = {
  choose: async ({ request, locals, params }) => {
    const form = await request.formData();
    return answer(() => {
      const before = locals.open(params.job);
      const was = weigh(locals.db, before.file, before.plan);
      choosePlan(locals.db, params.job, choiceFromForm(locals.db, before.file, form, locals.now()));
      locals.forget();
      const { file, plan } = locals.open(params.job);
      return { planned: true, was, is: weigh(locals.db, file, plan) };
    });
  },
};
