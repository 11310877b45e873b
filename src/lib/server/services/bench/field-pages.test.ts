/** What the pages of a house say of a kitchen that hangs since yesterday, from its facts: the demo's Ferry Steps. */
import { MINUTE } from '$core/units/durations';
import { beforeAll, describe, expect, it } from 'vitest';
import { factOf } from '../../../../../tests/builders';
import { demoDatabase } from '../../../../../tests/demo-database';
import { checkPage } from '$core/bench/pages/check';
import { handOverPage } from '$core/bench/pages/hand-over';
import { packPage } from '$core/bench/pages/pack';
import { openBench, type Bench } from '$core/bench/view/bench-job';
import type { FactBody } from '$core/bench/log/events';
import type { Db } from '../../db/open';
import { DEMO_NOW } from '../../demo/demo';
import { listOpenJobs } from '../../store/jobs';
import { listWorkers } from '../../store/workers';
import { openJob } from '../job/open-job';
import { benchPack } from './bench-pack';
import { recordFacts } from './record-facts';

let db: Db;
let job: string;
const bench = (): Bench => openBench(benchPack(db, { file: openJob(db, job), plan: null }, DEMO_NOW));
const record = (minutes: number, body: unknown): string => {
  const one = factOf(job, listWorkers(db)[0]?.id ?? '', DEMO_NOW - minutes * MINUTE, body as FactBody);
  recordFacts(db, job, [one]);
  return one.id;
};
beforeAll(() => {
  db = demoDatabase();
  job = listOpenJobs(db).find((j) => j.name === 'Ferry Steps')?.id ?? '';
});

describe('the pack', () => {
  it('names the films of each zone with their coats and what they come to', () => {
    const { route, pack } = bench();
    const [zone, ...others] = packPage(bench()).zones;
    expect(others).toEqual([]);
    expect(zone?.pieces).toEqual(pack.pieces.map((p) => p.code));
    const coats = route.filter((s) => s.product && (s.face === 'front' || s.face === 'all'));
    expect(zone?.films).toHaveLength(new Set(coats.map((s) => s.product?.key)).size);
    for (const film of zone?.films ?? []) {
      const own = coats.filter((s) => s.product?.name === film.name);
      expect(film.coats, film.name).toBe(own.length);
      expect(film.um).toBeCloseTo(
        own.reduce((sum, s) => sum + (s.product?.dryFilm.value ?? NaN) * s.wet, 0),
        9,
      );
      expect(film.coloured).toBe(own[0]?.product?.kind === 'finish');
    }
  });
  it('says what was seen and what became of it', () => {
    const piece = openJob(db, job).pieces[3]?.id;
    expect(packPage(bench()).seen).toEqual([]);
    const test = { method: 'visual', failure: 'nick' };
    record(30, { kind: 'check.recorded', piece, face: 'front', test, note: '', due: '2026-03-27' });
    expect(packPage(bench()).seen).toMatchObject([{ then: 'to be put right by 2026-03-27' }]);
    record(20, {
      kind: 'check.recorded',
      piece,
      face: 'back',
      test: { method: 'visual', failure: 'run' },
      note: '',
    });
    const seen = packPage(bench()).seen;
    expect(seen.map((s) => s.then)).toEqual(['to be put right by 2026-03-27', 'to be put right']);
    expect(seen.map((s) => s.at)).toEqual([DEMO_NOW - 30 * MINUTE, DEMO_NOW - 20 * MINUTE]);
  });
});

describe('the check', () => {
  it('shows each check with who made it, and what is open', () => {
    const page = checkPage(bench(), openJob(db, job).pieces[3]?.id ?? null, DEMO_NOW);
    expect(JSON.stringify(page)).toContain(listWorkers(db)[0]?.name);
    expect(bench().state.checks).toHaveLength(2);
  });
});

describe('the hand-over', () => {
  it('counts what is home, and its care days follow each other', () => {
    const page = handOverPage(bench(), DEMO_NOW);
    expect(page.care.length).toBeGreaterThan(3);
    const at = page.care.map((c) => c.at);
    expect(at).toEqual([...at].sort((a, b) => a - b));
    expect(at.every((t) => t > DEMO_NOW - 7 * 1440 * MINUTE)).toBe(true);
  });
});
