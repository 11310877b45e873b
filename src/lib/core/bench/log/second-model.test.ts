/** The fold against a second implementation that shares no code with it (tests/second-model.ts), over random logs of three devices. */
import { MINUTE } from '$core/units/durations';
import { describe, expect, it } from 'vitest';
import { secondPiece, secondWorks } from '../../../../../tests/second-model';
import { uuid } from '../../../../../tests/bench-builders';
import { seeded } from '$core/units/random';
import { KNEW_NOTHING } from './apart';
import { openBench, type BenchPack } from '../view/bench-job';
import { GrowingBench } from '../view/growing-bench';
import { windowOf } from '../guard/window';
import { SHEET_WAITS } from '$core/coating/waits';
import { buildRoute } from '$core/coating/route';
import { usualCounts } from '$core/coating/system';
import { SHELLAC_URETHANE } from '$core/coating/systems/index';
import { bodySchema, type Fact, type FactBody } from './events';
import { fold } from './fold';
import { pieceState, type JobState } from '../state/state';
import { sampled } from '../../../../../tests/budget';

const SEEDS = sampled(100, 2000);
const LOGS = SEEDS.length;
const PIECES = [uuid(1), uuid(2), uuid(3), uuid(4)];
const DEVICES = ['x', 'y', 'z'];
const PEOPLE = ['ines', 'tobin', 'wren'];
const ROUTE = buildRoute(SHELLAC_URETHANE, usualCounts(SHELLAC_URETHANE), 'spray');
const STEPS = ROUTE.filter((s) => s.kind !== 'hang')
  .slice(0, 7)
  .map((s) => s.key);

type Random = () => number;
const pick = <T>(random: Random, list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
const some = (random: Random): string[] => {
  const out = PIECES.filter(() => random() < 0.5);
  return out.length ? out : [pick(random, PIECES)];
};

/**
 * A log of three devices: lateness, repetition, taking back, settlements, mending, hands that change, times that are skewed
 * and put right. Guards are not asked: whatever arrives is to be understood.
 */
function randomLog(random: Random): Fact[] {
  const facts: Fact[] = [];
  const length = 12 + Math.floor(random() * 50);
  const starts = () => facts.filter((f) => f.body.kind === 'work.started');
  const skew = new Map(DEVICES.map((d) => [d, random() < 0.3 ? Math.round((random() - 0.5) * 20) : 0]));
  for (let i = 0; i < length; i++) {
    const device = pick(random, DEVICES);
    const other = pick(random, facts)?.id ?? uuid(9);
    const work = pick(random, starts())?.id ?? uuid(9);
    const r = random();
    const body: FactBody | Record<string, unknown> =
      r < 0.08
        ? { kind: 'piece.labelled', pieces: some(random) }
        : r < 0.14
          ? { kind: 'piece.down', pieces: some(random), place: pick(random, ['table', 'tent']) }
          : r < 0.24
            ? { kind: 'piece.placed', pieces: some(random), place: pick(random, ['rack 1', 'van', 'stack']) }
            : r < 0.27
              ? { kind: 'piece.missing', pieces: some(random), note: '' }
              : r < 0.31
                ? { kind: 'piece.hung', piece: pick(random, PIECES), opening: pick(random, PIECES) }
                : r < 0.54
                  ? { kind: 'work.started', step: pick(random, STEPS), lot: 'A', pieces: some(random) }
                  : r < 0.72
                    ? { kind: 'work.finished', work, leftOut: PIECES.filter(() => random() < 0.2) }
                    : r < 0.75
                      ? { kind: 'work.joined', work, by: pick(random, PEOPLE) }
                      : r < 0.78
                        ? { kind: 'work.handed', work, to: pick(random, PEOPLE) }
                        : r < 0.81
                          ? { kind: 'work.paused', work }
                          : r < 0.84
                            ? { kind: 'work.resumed', work }
                            : r < 0.87
                              ? {
                                  kind: 'defect.found',
                                  piece: pick(random, PIECES),
                                  face: 'front',
                                  defect: 'run',
                                  severity: 2,
                                  x: 0.5,
                                  y: 0.5,
                                }
                              : r < 0.93
                                ? {
                                    kind: 'contradiction.settled',
                                    of: [...new Set([other, pick(random, facts)?.id ?? other, work])],
                                    keep: random() < 0.3 ? null : other,
                                    pieces: random() < 0.3 ? [] : some(random),
                                    reason: 'saw it',
                                  }
                                : r < 0.97
                                  ? {
                                      kind: 'void',
                                      fact: other,
                                      ...(random() < 0.3 ? { also: [work] } : {}),
                                      reason: 'wrong tap',
                                    }
                                  : {
                                      kind: 'time.corrected',
                                      fact: other,
                                      at: Math.round(random() * 90) * MINUTE,
                                    };
    facts.push({
      id: uuid(1000 + Math.floor(random() * 1e9)),
      job: uuid(0),
      at: Math.max(0, Math.round(random() * 90) + (skew.get(device) ?? 0)) * MINUTE,
      worker: pick(random, PEOPLE),
      device,
      knew: random() < 0.5 ? KNEW_NOTHING : (pick(random, facts)?.id ?? KNEW_NOTHING),
      body: bodySchema.parse(body),
    });
  }
  return facts;
}

const shuffled = <T>(random: Random, list: readonly T[]): T[] =>
  list
    .map((value) => ({ value, key: random() }))
    .sort((a, b) => a.key - b.key)
    .map((p) => p.value);

/** What the second model tells of a state, read off the state of the fold. */
function read(state: JobState, piece: string) {
  const own = pieceState(state, piece);
  const times: Record<string, number> = {};
  for (const step of own.done.keys()) times[step] = 1;
  for (const { step } of own.doneBefore) times[step] = (times[step] ?? 0) + 1;
  return {
    place: own.place,
    missing: own.missing !== null,
    down: own.down,
    hung: own.hungIn !== null,
    had: Object.fromEntries([...own.done].map(([step, d]) => [step, d.end])),
    times,
  };
}

const pack = {
  job: { id: uuid(0), name: '', zone: 'Etc/UTC', unit: 'mm', houseYear: null },
  measures: 'metric',
  people: [],
  zones: [],
  otherColours: [],
  pieces: [],
  lots: [],
  system: null,
  route: ROUTE,
  site: [],
  air: null,
  cureMinutes: null,
  rack: { slots: 0, length: 1000, depth: 500 },
  way: 'lying',
  place: 'tent',
  airRead: [],
  photos: [],
  planned: [],
  now: 0,
} as unknown as BenchPack;

describe('over random logs of three devices', () => {
  it('places, steps and films of each face, works and hands, and when a face is ready are the same, whatever the order of arrival, on a server and on a device', () => {
    let faces = 0;
    let [settled, corrected, twice] = [0, 0, 0];
    for (const seed of SEEDS) {
      const random = seeded(seed);
      const log = randomLog(random);
      const arrived = shuffled(random, [...log, ...log.filter(() => random() < 0.2)]);
      const server = fold(arrived);
      // A device has some from the server, and adds its own one after another.
      const cut = Math.floor(random() * log.length);
      const growing = new GrowingBench();
      const had = { ...pack, facts: log.slice(0, cut) };
      let device = growing.open(had, []);
      for (let i = cut + 1; i <= log.length; i++) device = growing.open(had, log.slice(cut, i));
      expect(device.state, `log ${seed}`).toEqual(server);
      expect(openBench({ ...pack, facts: arrived }).state).toEqual(server);
      const works = secondWorks(log);
      expect([...server.works.keys()].sort(), `log ${seed}`).toEqual([...works.keys()].sort());
      for (const [id, wanted] of works) {
        const work = server.works.get(id);
        expect(
          {
            pieces: [...(work?.pieces ?? [])].sort(),
            end: work?.end,
            hands: work?.hands.map((h) => [h.worker, h.from, h.to]),
          },
          `log ${seed}, work ${id}`,
        ).toEqual({ ...wanted, pieces: [...wanted.pieces].sort() });
      }
      for (const piece of PIECES) {
        const wanted = secondPiece(log, piece);
        const had = Object.fromEntries(Object.entries(wanted.had).map(([s, d]) => [s, d.end]));
        expect(read(server, piece), `log ${seed}, piece ${piece}`).toEqual({ ...wanted, had });
        faces += Object.keys(had).length;
        twice += Object.values(wanted.times).filter((n) => n > 1).length;
        // Ready when the latest of what a step waits for is: the sheet's minutes after the ends that the second model gives.
        for (const step of ROUTE.slice(0, 8)) {
          const ready = step.after.reduce((latest, need) => {
            const end = wanted.had[need.step]?.end;
            if (end === undefined) return latest;
            const minutes =
              need.film && need.stage
                ? (SHEET_WAITS.readyAt(need.film, need.stage, 0, need.wet) ?? 0) / MINUTE
                : need.min;
            return Math.max(latest, end + minutes * MINUTE);
          }, 0);
          expect(windowOf(server, step, piece, SHEET_WAITS).from, `log ${seed}, ${step.key}`).toBeCloseTo(
            ready,
            3,
          );
        }
      }
      settled += log.filter((f) => f.body.kind === 'contradiction.settled').length;
      corrected += log.filter((f) => f.body.kind === 'time.corrected').length;
    }
    // The logs have what they are meant to try: of 2000, 4,800 faces, 4,200 settlements, 2,100 corrections and 236 steps done twice.
    expect(faces).toBeGreaterThan(LOGS);
    expect(settled).toBeGreaterThan(LOGS);
    expect(corrected).toBeGreaterThan(LOGS / 4);
    expect(twice).toBeGreaterThan(0);
  });
});
