/** States that cannot both be are refused, asked about, or carried over: hanging and lying, wet and sanded, taken back and gone on with. */
import { openFlaws } from './open-flaws';
import { describe, expect, it } from 'vitest';
import { buildRoute } from '$core/coating/route';
import { usualCounts } from '$core/coating/system';
import { SHELLAC_URETHANE } from '$core/coating/systems/index';
import type { Fact, FactBody } from '../log/events';
import { fold } from '../log/fold';
import { pieceState } from '../state/state';
import { careDates } from '../view/care';
import { pieceView } from '../view/view';
import { withRework } from './rework';
import { judge } from '../log/judge';
import { SHEET_WAITS } from '$core/coating/waits';
import { openBench, type BenchPack } from '../view/bench-job';
import { contextOf, did, fact, MINUTE, takenDown, uuid } from '../../../../../tests/bench-builders';

const [A, B] = [uuid(1), uuid(2)];
const route = buildRoute(SHELLAC_URETHANE, usualCounts(SHELLAC_URETHANE), 'spray');
const PEOPLE = new Map([
  ['ines', 'Ines'],
  ['tobin', 'Tobin'],
]);
const ask = (facts: Fact[], minute: number, body: FactBody, more: Partial<Fact> = {}) =>
  judge(
    contextOf(withRework(route, fold(facts), [A, B, uuid(3)]), facts, { people: PEOPLE }),
    facts,
    fact(minute, body, more),
  );
const rules = (...given: Parameters<typeof ask>) => ask(...given).map((r) => r.rule);
const start = (step: string, pieces = [A]): FactBody => ({ kind: 'work.started', step, lot: 'A', pieces });
const back = (f: Fact | undefined): FactBody => ({ kind: 'void', fact: f?.id ?? '', reason: 'wrong lot' });
const hung = (minute: number, piece = A): Fact => fact(minute, { kind: 'piece.hung', piece, opening: piece });

/** Every step of the route on A, a day and more apart. */
function whole(): { facts: Fact[]; minute: number } {
  const facts = takenDown([A, B]);
  let minute = 100;
  for (const step of route) {
    if (step.kind === 'hang') break;
    facts.push(...did(step.key, minute, minute + 10, [A]));
    minute += 3000;
  }
  return { facts, minute };
}

describe('a piece that hangs', () => {
  const facts = [...takenDown([A, B]), hung(50)];
  it('comes down again when somebody says why, and lies then where it was put', () => {
    const down: FactBody = { kind: 'piece.down', pieces: [A], place: 'table' };
    expect(ask(facts, 60, down)).toMatchObject([{ rule: 'hangs', canOverride: true }]);
    const why = { ...down, override: [{ rule: 'hangs', reason: 'a run was seen' }] };
    expect(ask(facts, 60, why)).toEqual([]);
    expect(pieceState(fold([...facts, fact(60, why)]), A)).toMatchObject({ hungIn: null, place: 'table' });
  });
  it('is not coated, and is in no van', () => {
    expect(rules(facts, 60, start('clean'))).toContain('not-down');
    expect(rules(facts, 60, { kind: 'piece.placed', pieces: [A], place: 'van' })).toEqual(['not-down']);
    // Missed, and then found lying: it hangs no more.
    const found = [
      ...facts,
      fact(60, { kind: 'piece.missing', pieces: [A], note: '' }),
      fact(70, { kind: 'piece.placed', pieces: [A], place: 'van' }),
    ];
    expect(pieceState(fold(found), A)).toMatchObject({ hungIn: null, place: 'van' });
  });
});

it('a film that was felt wet is not sanded a second later; felt dry since, or after a while, it is', () => {
  const coat = route.find((s) => s.kind === 'coat');
  const sand = route.find((s) => s.kind === 'sand' && s.after.some((r) => r.step === coat?.key));
  if (!coat || !sand) throw new Error('a coat that is sanded');
  const facts = takenDown([A]);
  let minute = 100;
  for (const step of route) {
    facts.push(...did(step.key, minute, minute + 10, [A]));
    if (step === coat) break;
    minute += 3000;
  }
  const late = minute + 2000;
  expect(rules(facts, late, start(sand.key))).toEqual([]);
  const felt = (at: number, feel: 'wet' | 'dry') =>
    fact(at, { kind: 'film.felt', pieces: [A], step: coat.key, feel });
  const wet = [...facts, felt(late - 1, 'wet')];
  expect(ask(wet, late, start(sand.key))).toMatchObject([{ rule: 'felt-wet', from: (late + 29) * MINUTE }]);
  expect(rules([...wet, felt(late, 'dry')], late + 1, start(sand.key))).toEqual([]);
  expect(rules(wet, late + 30, start(sand.key))).toEqual([]);
});

describe('taking back', () => {
  const clean = did('clean', 10, 20, [A]);
  it('is refused while the next step is under way', () => {
    const facts = [...takenDown([A]), ...clean, fact(90, start('sand'))];
    expect(rules(facts, 95, back(clean[1]))).toEqual(['later-work']);
    expect(rules(facts, 95, back(clean[0]))).toEqual(['later-work']);
  });
  it('names the others whose work goes with it', () => {
    const ended = clean.map((f) => (f.body.kind === 'work.finished' ? { ...f, worker: 'tobin' } : f));
    const facts = [...takenDown([A]), ...ended];
    const [refusal] = ask(facts, 95, back(ended[0]));
    expect(refusal).toMatchObject({ rule: 'others-work', canOverride: true });
    expect(refusal?.message).toContain('Tobin');
    expect(rules([...takenDown([A]), ...clean], 95, back(clean[0]))).toEqual([]);
  });
});

describe('handing over', () => {
  const { facts, minute } = whole();
  const all = [...facts, hung(minute + 5000), hung(minute + 5001, B)];
  const handOver: FactBody = { kind: 'job.handed-over', note: '' };
  it('asks about a flaw that nobody settled, and about records that disagree', () => {
    expect(rules(all, minute + 6000, handOver)).toEqual(['not-home']);
    const flaw = fact(minute, {
      kind: 'defect.found',
      piece: A,
      face: 'front',
      defect: 'run',
      severity: 2,
      x: 0,
      y: 0,
      note: '',
    });
    expect(rules([...all, flaw], minute + 6000, handOver)).toContain('open-flaws');
    const twice = did('clean', 105, 112, [A]).map((f) => ({ ...f, device: 'y' }));
    expect(rules([...all, ...twice], minute + 6000, handOver)).toContain('contradicted');
  });
});

describe('a flaw that was mended', () => {
  const { facts, minute } = whole();
  const flaw = fact(minute, {
    kind: 'defect.found',
    piece: A,
    face: 'front',
    defect: 'run',
    severity: 2,
    x: 0,
    y: 0,
    note: '',
  });
  const flawed = [...facts, flaw];
  const mending = withRework(route, fold(flawed), [A, B]).filter((s) => s.mends?.flaw === flaw.id);
  const mended = mending.flatMap((s, i) =>
    did(s.key, minute + 3000 * (i + 1), minute + 3000 * (i + 1) + 10, [A]),
  );
  const last = minute + 3000 * mending.length + 10;
  it('stays mended when the piece hangs, or the flaw is left or taken back: history, film and care dates keep it', () => {
    expect(mending.some((s) => s.kind === 'coat')).toBe(true);
    const pack = {
      job: { id: uuid(0), name: '', zone: 'Etc/UTC', unit: 'mm', houseYear: null },
      measures: 'metric',
      people: [],
      zones: [],
      otherColours: [],
      pieces: [A, B].map((id) => ({ id, code: id.at(-1), zoneId: '', condition: { faces: 'both' } })),
      lots: [],
      system: null,
      route,
      site: [],
      air: null,
      photos: [],
      planned: [],
      airRead: [],
    } as unknown as BenchPack;
    const before = pieceView(openBench({ ...pack, facts: [...flawed, ...mended] }), A, last * MINUTE);
    for (const after of [
      [hung(last + 5000)],
      [fact(last + 1, { kind: 'defect.accepted', defect: flaw.id, reason: 'inside' })],
      [fact(last + 1, { kind: 'void', fact: flaw.id, reason: 'a hair' })],
    ]) {
      const log = [...flawed, ...mended, ...after];
      const bench = openBench({ ...pack, facts: log });
      const view = pieceView(bench, A, (last + 6000) * MINUTE);
      expect(view?.history.map((h) => h.act)).toEqual(before?.history.map((h) => h.act));
      expect(view?.film).toEqual(before?.film);
      expect(openFlaws(bench.state, bench.route).has(A)).toBe(false);
      const cured = careDates(bench.state, bench.route, [A], SHEET_WAITS).find((d) => d.stage === 'cured');
      const coat = mending.findLast((s) => s.kind === 'coat');
      expect(cured?.laid).toBe(bench.state.pieces.get(A)?.done.get(coat?.key ?? '')?.end);
    }
  });
});
