import { fail } from '@sveltejs/kit';
import { SYSTEMS } from '$core/coating/systems/index';
import { labourMinutes, needsByZone } from '$core/takeoff/needs';
import { mixFor } from '$core/takeoff/mix';
import { openFindings } from '$core/quality/site-tests';
import { USUAL_CREW_WEEK, USUAL_HOUSE_WEEK } from '$core/planning/choice';
import { isoDay, startOfDay } from '$core/units/clock-time';
import { bars, handBack, openSpans, sayReason } from '$server/services/job-shell';
import { choosePlan } from '$server/services/choose-plan';
import { Refused } from '$server/services/refused';
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
  const needs = file.choice ? needsByZone(file.route, file.pieces, file.choice.tool) : [];
  const { choice } = file;
  return {
    systems: SYSTEMS,
    workers,
    chosen: choice,
    form: {
      startDay: choice?.startDay ?? isoDay(now, file.job.zone),
      lotSize: choice?.lotSize ?? 12,
      rackSlots: choice?.rackSlots ?? 36,
      workers: choice?.workers ?? workers.slice(0, 2).map((w) => w.id),
      crewWeek: choice?.crewWeek ?? USUAL_CREW_WEEK,
      houseWeek: choice?.houseWeek ?? USUAL_HOUSE_WEEK,
    },
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
    needs: needs.map((n) => ({
      name: n.product.name,
      colour: file.zones.find((z) => z.id === n.zone)?.colour ?? '',
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
    labour: file.choice
      ? labourMinutes(
          file.route,
          file.lots.map((l) => l.pieces.length),
        )
      : 0,
  };
};

/** Whole number of a field; NaN, which the schema refuses, where there is none. */
const whole = (form: FormData, name: string): number => Number(String(form.get(name) ?? '').trim() || NaN);

function spans(form: FormData, name: string): [string, string][] {
  const times = form.getAll(name).map(String);
  const out: [string, string][] = [];
  for (let i = 0; i + 1 < times.length; i += 2)
    if (times[i] || times[i + 1]) out.push([times[i] ?? '', times[i + 1] ?? '']);
  return out;
}

export const actions: Actions = {
  choose: async ({ request, locals, params }) => {
    const form = await request.formData();
    const { file } = locals.open(params.job);
    const key = String(form.get('system') ?? '');
    // A job keeps the version of the system it was planned with.
    const system = file.choice?.system.key === key ? file.choice.system : SYSTEMS.find((s) => s.key === key);
    if (!system) return fail(422, { refused: 'Choose a finish system.', field: 'system' });
    try {
      choosePlan(locals.db, params.job, {
        system,
        counts: system.layers.map((_, i) => ({
          back: whole(form, `back.${key}.${i}`),
          front: whole(form, `front.${key}.${i}`),
        })),
        tool: form.get('tool'),
        lotSize: whole(form, 'lotSize'),
        rackSlots: whole(form, 'rackSlots'),
        startDay: form.get('startDay'),
        workers: form.getAll('worker').map(String),
        crewWeek: { days: form.getAll('crewDay').map(Number), spans: spans(form, 'crewTime') },
        houseWeek: { days: form.getAll('houseDay').map(Number), spans: spans(form, 'houseTime') },
      });
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      return fail(error.status, { refused: error.message, field: error.field });
    }
    locals.forget();
    return { planned: true };
  },
};
