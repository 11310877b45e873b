/** Paint that was laid and kept, hours that were worked, against the take-off; cans of all jobs. */
import { HOUR } from '$core/units/durations';
import { begunInKitchen } from '../../../../../tests/bench-builders';
import { expect, it } from 'vitest';
import { openBench } from '$core/bench/view/bench-job';
import { handOverPage } from '$core/bench/pages/hand-over';
import type { Fact } from '$core/bench/log/events';
import { takeDownMinutes } from '$core/takeoff/visits';
import { SHELLAC_URETHANE } from '$core/coating/systems/index';
import { factOf, SMALL_KITCHEN, usualChoice } from '../../../../../tests/builders';
import { newDatabase } from '../../../../../tests/new-database';
import { writeCans } from '../../store/cans';
import { keptCans } from '../across/kept-cans';
import { benchPack } from '../bench/bench-pack';
import { recordFacts } from '../bench/record-facts';
import { openJob } from '../job/open-job';
import { choosePlan } from '../plan/choose-plan';
import { choiceSchema } from '$core/planning/job/choice';
import { saveSurvey } from '../survey/save-survey';
import { asItCame } from './as-it-came';
import { takeOff } from './take-off';

const NOW = Date.UTC(2026, 2, 9, 11);

async function primed() {
  const { db, job, worker } = newDatabase(
    { zone: 'America/Halifax', colour: 'Slatewing' },
    NOW - 9 * 24 * HOUR,
  );
  saveSurvey(db, job, SMALL_KITCHEN);
  for (const p of SHELLAC_URETHANE.products) writeCans(db, p.key, [{ ml: 1000, cents: 4000 }]);
  await choosePlan(db, job, choiceSchema.parse(usualChoice([worker])), () => NOW);
  const pieces = openJob(db, job).pieces.map((p) => p.id);
  const [lot] = openJob(db, job).lots;
  if (!lot) throw new Error('no lot');
  const step = 'back.shellac-primer.1';
  const begin = factOf(job, worker, NOW + HOUR, {
    kind: 'work.started',
    step,
    lot: lot.id,
    pieces: lot.pieces,
    override: [{ rule: 'skipped-step', reason: 'bare wood' }],
  });
  recordFacts(db, job, [
    factOf(job, worker, NOW, { kind: 'piece.labelled', pieces }),
    factOf(job, worker, NOW + 1, { kind: 'piece.down', pieces, place: 'rack' }),
    begin,
    factOf(job, worker, NOW + 1.5 * HOUR, { kind: 'work.finished', work: begin.id, leftOut: [] }),
  ]);
  return { db, job, worker, step, lot };
}

it('proposes what is left of a paint, and draws touch-ups from its can', async () => {
  const { db, job, worker, lot, step } = await primed();
  const file = openJob(db, job);
  const totals = takeOff(db, file, null);
  const primer = totals?.lines.find((l) => l.product.key === 'shellac-primer');
  const page = () => handOverPage(openBench(benchPack(db, { file: openJob(db, job), plan: null }, NOW)), NOW);
  const left = page().left;
  expect(left.map((l) => l.product)).toEqual(['shellac-primer']);
  expect(left[0]?.boughtMl).toBe(primer?.cover.ml);
  expect(left[0]?.leftMl).toBeCloseTo(
    (primer?.cover.ml ?? 0) - (left[0]?.laidMl ?? 0) - (primer?.lossMl ?? 0),
    6,
  );
  // One lot of several had one coat of two faces: a part of what the take-off lays.
  expect(left[0]?.laidMl).toBeLessThan((primer?.onWorkMl ?? 0) + (primer?.missesMl ?? 0));

  const came = totals && asItCame(file, totals);
  expect(came?.hours.map((h) => [h.act, Math.round(h.came), h.done])).toEqual([
    [file.route.find((s) => s.key === step)?.act, 30, false],
  ]);
  expect(came?.sum).toBeNull();
  expect(came?.paint[0]?.came).toBeCloseTo(left[0]?.laidMl ?? 0, 9);

  const kept = factOf(job, worker, NOW + 2 * HOUR, {
    kind: 'can.kept',
    product: 'shellac-primer',
    colour: '',
    batch: '7',
    ml: 300,
    place: 'under the sink',
    opened: '2026-03-09',
    useBy: '2026-03-20',
  });
  const check = factOf(job, worker, NOW + 3 * HOUR, {
    kind: 'check.recorded',
    piece: lot.pieces[0] ?? '',
    face: 'front',
    test: { method: 'visual', failure: 'nick' },
    note: '',
  });
  const close = (ml: number) =>
    factOf(job, worker, NOW + 4 * HOUR, {
      kind: 'touch-up.closed',
      touchUp: check.id,
      minutes: 12,
      note: '',
      can: kept.id,
      ml,
    });
  recordFacts(db, job, [kept, check]);
  // What is in a can already is not left to be kept once more.
  expect(page().left[0]?.leftMl).toBeCloseTo((left[0]?.leftMl ?? 0) - 300, 6);
  expect(() => recordFacts(db, job, [close(301)])).toThrow(/300 mL left/);
  recordFacts(db, job, [close(40)]);
  expect(keptCans(db, '2026-03-20').map((c) => [c.ml, c.jobName, c.name, c.past])).toEqual([
    [260, openJob(db, job).job.name, 'Shellac primer', false],
  ]);
  expect(keptCans(db, '2026-03-21')[0]?.past).toBe(true);
  const drop = { kind: 'can.changed', can: kept.id, how: 'thrown away' } as const;
  recordFacts(db, job, [factOf(job, worker, NOW + 5 * HOUR, drop)]);
  expect(keptCans(db, '2026-03-21')).toEqual([]);
});

it('hours of visits come as they were started and ended in the kitchen', async () => {
  const { db, job, worker } = newDatabase({ zone: 'America/Halifax' }, NOW - 9 * 24 * HOUR);
  saveSurvey(db, job, SMALL_KITCHEN);
  await choosePlan(db, job, choiceSchema.parse({ ...usualChoice([worker]), visits: true }), () => NOW);
  const visit = (kind: string) =>
    openJob(db, job).site.flatMap((s) => (s.visit?.kind === kind ? [s] : []))[0];
  const onSite = (kind: string, at: number, minutes: number): void => {
    const begin = factOf(job, worker, at, begunInKitchen(visit(kind)?.key ?? ''));
    const end = factOf(job, worker, at + minutes * 60_000, {
      kind: 'work.finished',
      work: begin.id,
      leftOut: [],
    });
    recordFacts(db, job, [begin, end]);
  };
  onSite('arrive', NOW, 62);
  const pieces = openJob(db, job).pieces.map((p) => p.id);
  recordFacts(db, job, [
    factOf(job, worker, NOW + 2 * HOUR, { kind: 'piece.labelled', pieces }),
    factOf(job, worker, NOW + 2 * HOUR, { kind: 'piece.down', pieces, place: 'table' }),
  ]);
  onSite('out', NOW + 3 * HOUR, 25);
  const file = openJob(db, job);
  const totals = takeOff(db, file, null);
  const came = totals && asItCame(file, totals);
  const line = (kind: string) => came?.hours.find((h) => h.act === visit(kind)?.visit?.act);
  expect(line('arrive')).toMatchObject({ came: 62, expected: 45, done: true, kitchen: true });
  expect(line('out')?.came).toBe(25);
  // All of them were ticked down at once: how long that took nobody knows.
  expect(line('down')).toBeUndefined();
  // One lot of several is carried.
  expect(line('out')?.done).toBe(file.lots.length === 1);
  expect(came?.sum?.came).toBe(file.lots.length === 1 ? 87 : 62);
});

it('hours of taking down come from the ticks, lot by lot', async () => {
  const { db, job, worker } = newDatabase({ zone: 'America/Halifax' }, NOW - 9 * 24 * HOUR);
  saveSurvey(db, job, SMALL_KITCHEN);
  const choice = choiceSchema.parse({ ...usualChoice([worker]), visits: true });
  await choosePlan(db, job, { ...choice, lotSize: 60, rackSlots: 60 }, () => NOW);
  const record = (fact: Fact) => recordFacts(db, job, [fact]);
  const { pieces, lots } = openJob(db, job);
  expect(lots.length).toBe(1);
  record(factOf(job, worker, NOW, { kind: 'piece.labelled', pieces: pieces.map((p) => p.id) }));
  let at = NOW;
  for (const piece of pieces) {
    // Each takes twice what the figures say.
    at += 2 * takeDownMinutes(piece) * 60_000;
    record(factOf(job, worker, at, { kind: 'piece.down', pieces: [piece.id], place: 'table' }));
  }
  const file = openJob(db, job);
  const totals = takeOff(db, file, null);
  const line = totals && asItCame(file, totals)?.hours.find((h) => h.act === 'Label and take down');
  expect(line?.done).toBe(true);
  expect(line?.came).toBeCloseTo(2 * (line?.expected ?? NaN), 6);
});

it('a Done that is tapped days later costs nobody days: hours are those of the crew, or not known', async () => {
  const { db, job, worker, step, lot } = await primed();
  const came = (): (number | undefined)[] => {
    const file = openJob(db, job);
    const totals = takeOff(db, file, null);
    return (totals ? (asItCame(file, totals)?.hours ?? []) : []).map((h) => Math.round(h.came));
  };
  expect(came()).toEqual([30]);
  const run = (begin: number, end: number) => {
    const start = factOf(job, worker, begin, {
      kind: 'work.started',
      step,
      lot: lot.id,
      pieces: lot.pieces,
      override: [
        { rule: 'skipped-step', reason: 'bare wood' },
        { rule: 'too-late', reason: 'scuffed' },
      ],
    });
    const back = openJob(db, job)
      .facts.filter((f) => f.body.kind === 'work.started')
      .at(-1);
    recordFacts(db, job, [
      factOf(job, worker, begin - 1, {
        kind: 'void',
        fact: back?.id ?? '',
        also: ends(back?.id),
        reason: 'again',
      }),
      start,
      factOf(job, worker, end, { kind: 'work.finished', work: start.id, leftOut: [] }),
    ]);
  };
  const ends = (work: string | undefined) =>
    openJob(db, job)
      .facts.filter((f) => f.body.kind === 'work.finished' && f.body.work === work)
      .map((f) => f.id);
  // Monday 16:00 to Tuesday 8:30 in Halifax: half an hour of either day.
  run(NOW + 8 * HOUR, NOW + 24.5 * HOUR);
  expect(came()).toEqual([60]);
  // Four days late: nobody knows.
  run(NOW + 25 * HOUR, NOW + 5 * 24 * HOUR);
  expect(came()).toEqual([]);
});
