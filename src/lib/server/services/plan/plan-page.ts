/** What the page of a plan shows: the board, the hand-back and what makes it so, pins, and what to have at hand. */
import { isPlan } from '$core/planning/model/infeasible';
import { piecesBegun } from '$core/bench/state/state';
import { mixFor } from '$core/takeoff/mix';
import { bars, openSpans } from './bars';
import { chancesOf } from './chances';
import { handBack, isHome, whyNoPlan } from './hand-back';
import { householdIn } from '$core/job-plan/household';
import { labourIn } from '$core/job-plan/labour-in';
import { rackUse } from '$core/job-plan/rack-use';
import { movesBetween } from '$core/planning/search/moves';
import { dayAfter, startOfDay } from '$core/units/clock-time';
import { jobCautions } from '../job/cautions';
import { jobSearch } from './job-search';
import { airOf, isForeseen } from '../air/place-air';
import { sayBoundHolds, sayChain, sayMoves, sayOperation, saySetUp } from './say-plan';
import { KITCHEN_ROW } from './bar';
import { listPins } from '$server/store/pins';
import { findPlan, type StoredPlan } from '$server/store/plans';
import { takeOff } from '../take-off/take-off';
import { planInputs } from './make/plan-inputs';
import { readSetting } from '$server/store/settings';
import { blocksOf } from './remedies';
import { listWorkers } from '$server/store/workers';
import type { Db } from '$server/db/open';
import type { JobWithPlan } from './open-planned';

/** What a plan costs in people, those who are not needed by name; null where there is none. */
function sayLabour(plan: StoredPlan | null, crew: readonly string[], names: ReadonlyMap<string, string>) {
  const labour = plan && labourIn(plan, crew);
  return labour && { ...labour, idle: labour.idle.map((id) => names.get(id) ?? 'somebody') };
}

/** @param now ms since 1970 */
export function planPage(db: Db, job: JobWithPlan, now: number) {
  const { file, plan } = job;
  const jobId = file.job.id;
  const workers = listWorkers(db);
  const names = new Map(workers.map((w) => [w.id, w.name]));
  const pins = listPins(db, jobId);
  const drawn = bars(file, plan, names, new Set(pins.map((p) => p.operation)));
  const before = plan?.before ? findPlan(db, plan.before) : undefined;
  const from = drawn.length
    ? startOfDay(Math.min(...drawn.map((b) => b.start)), file.job.zone)
    : startOfDay(now, file.job.zone);
  const to = Math.max(now, ...drawn.map((b) => b.end)) + 3_600_000;
  const totals = takeOff(db, file, plan);
  const inputs = planInputs(db, file, now);
  const { choice } = file;
  const hours =
    choice && choice.air === 'place'
      ? airOf(db, choice.place, now, from).air.filter((a) => a.at >= from && a.at <= to)
      : [];
  return {
    chosen: choice,
    systemName: file.system?.name ?? '',
    cautions: jobCautions(file),
    setUp: saySetUp(file, names),
    turns: file.zones.map((z) => ({ id: z.id, words: `${z.name}, ${z.colour}` })),
    begun: piecesBegun(file.state),
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
    airBlocks: blocksOf(db, file, plan, now),
    costs: readSetting(db, 'costs'),
    /** by what films wait */
    airBy: inputs?.air ? (isForeseen() ? ('forecast' as const) : ('readings' as const)) : ('sheet' as const),
    handBack: handBack(plan),
    chances: job.planning ? null : chancesOf(db, job, now),
    home: isHome(file),
    household: plan && inputs && householdIn(plan, inputs),
    later: choice?.later ?? 0,
    boundHolds: sayBoundHolds(plan, pins.length),
    promised: choice?.promised ? dayAfter(choice.promised, file.job.zone) : null,
    chain: sayChain(file, plan, names),
    moves: plan && before ? sayMoves(file, plan, movesBetween(before, plan), names) : [],
    movedBack: before ? (handBack(before)?.at ?? null) : null,
    pins: pins.map((p) => ({ ...p, words: sayOperation(file, p.operation) })),
    operations: drawn.flatMap((b) =>
      b.operation ? [[b.operation, sayOperation(file, b.operation)]] : [],
    ) as [string, string][],
    search: jobSearch(jobId),
    none:
      plan && !isPlan(plan.result)
        ? { reason: whyNoPlan(file, plan.result, plan.t0), proven: plan.result.proven }
        : null,
    needs: (totals?.lines ?? []).map((n) => ({
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
    handMinutes: totals?.minutes ?? 0,
    labour: sayLabour(plan, choice?.workers ?? [], names),
  };
}

export type PlanPage = ReturnType<typeof planPage>;
