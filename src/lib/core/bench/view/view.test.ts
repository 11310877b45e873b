/** What a bench shows of a job, from its facts. */
import { describe, expect, it } from 'vitest';
import { begunInKitchen, did, fact, MINUTE, takenDown, uuid } from '../../../../../tests/bench-builders';
import { benchOf } from '../../../../../tests/bench-pack';
import type { Fact } from '../log/events';
import type { Bench } from './bench-job';
import { benchView, pieceView, sayNext } from './view';

const [A, B, C, D] = [uuid(1), uuid(2), uuid(3), uuid(4)];
const at = (minute: number): number => minute * MINUTE;

describe('the rack', () => {
  it('has what is down and lies on it: not what hangs, is missing or lies elsewhere', () => {
    const bench = benchOf([
      ...takenDown([A, B, C], 'rack 3'),
      ...takenDown([D], 'table'),
      fact(2, { kind: 'piece.hung', piece: B, opening: B }),
      fact(3, { kind: 'piece.missing', pieces: [C], note: '' }),
    ]);
    expect([...benchView(bench, at(10)).rack]).toEqual([[3, [A]]]);
  });
});

describe('what is to be looked at', () => {
  const PRIMED = 'front.shellac-primer.1';
  const coated: Fact[] = [...takenDown([A, B]), ...did(PRIMED, 100, 120, [A]), ...did(PRIMED, 200, 220, [B])];
  it('is the coat that was done last, with its pieces, until somebody has', () => {
    const view = benchView(benchOf(coated), at(300));
    const [last, ...more] = view.toInspect;
    expect(more).toEqual([]);
    expect(last).toMatchObject({ at: at(220), title: expect.stringMatching(/^Prime fronts, lot /) });
    expect(last?.pieces.map((p) => p.id)).toEqual([B]);
    const looked = fact(230, {
      ...{ kind: 'coat.inspected', work: last?.id ?? '', looked: [], note: '' },
      ...{ sheen: 'like the sample', colour: 'like the sample' },
    });
    expect(benchView(benchOf([...coated, looked]), at(300)).toInspect.map((w) => w.at)).toEqual([at(120)]);
  });
  it('is no coat that somebody is still at', () => {
    expect(benchView(benchOf(coated.slice(0, 3)), at(110)).toInspect).toEqual([]);
  });
});

describe('the last facts', () => {
  it('are told newest first, so many of them, and not what was taken back', () => {
    const log = [...takenDown([A], 'van'), fact(5, { kind: 'piece.placed', pieces: [A], place: 'table' })];
    expect(benchView(benchOf(log), at(10), 2).facts.map((f) => f.at)).toEqual([at(5), at(1)]);
    const back = fact(6, { kind: 'void', fact: log.at(-1)?.id ?? '', reason: 'wrong one' });
    const left = benchView(benchOf([...log, back]), at(10)).facts;
    expect(left.map((f) => f.at)).toEqual([at(1), at(0)]);
    expect(left.every((f) => f.who === 'Ines')).toBe(true);
  });
});

describe('the fixed work', () => {
  it('lists what may be begun, and counts what is left', () => {
    const inKitchen = (bench: Bench, minute: number) =>
      benchView(bench, at(minute)).list.filter((a) => a.inKitchen);
    const bench = benchOf();
    const view = benchView(bench, at(0));
    expect(view.kitchenSteps).toBe(bench.site.length);
    expect(view.kitchenLeft).toBe(bench.site.length);
    const listed = inKitchen(bench, 0);
    expect(listed.length).toBeGreaterThan(0);
    expect(listed.length).toBeLessThan(bench.site.length);
    const [first] = listed;
    const begun = fact(1, begunInKitchen(first?.step ?? ''));
    const under = benchOf([begun]);
    expect(inKitchen(under, 2).find((a) => a.step === first?.step)).toMatchObject({
      status: 'running',
      work: { since: at(1), who: 'Ines', paused: false },
    });
    expect(benchView(under, at(2)).kitchenLeft).toBe(bench.site.length);
    const done = benchOf([begun, fact(30, { kind: 'work.finished', work: begun.id, leftOut: [] })]);
    expect(benchView(done, at(31)).kitchenLeft).toBe(bench.site.length - 1);
    expect(inKitchen(done, 31).map((a) => a.step)).not.toContain(first?.step);
  });
  it('is paused, joined, handed over and looked at as work on pieces is', () => {
    const [coat] = benchOf().site.filter((s) => s.kind === 'coat');
    const begun = fact(1, begunInKitchen(coat?.key ?? ''));
    const work = begun.id;
    const log = [
      begun,
      fact(2, { kind: 'work.joined', work, by: 'tobin' }),
      fact(3, { kind: 'work.paused', work }),
    ];
    const running = (facts: Fact[], minute: number) =>
      benchView(benchOf(facts), at(minute)).list.find((a) => a.status === 'running')?.work;
    expect(running(log.slice(0, 2), 3)?.hands).toEqual(['ines', 'tobin']);
    expect(running(log, 4)).toMatchObject({ paused: true, hands: [] });
    const done = fact(9, { kind: 'work.finished', work, leftOut: [] });
    const [look] = benchView(benchOf([...log, done]), at(10)).toInspect;
    expect(look).toMatchObject({ id: work, pieces: [] });
    expect(look?.title).toContain(coat?.act);
  });
});

describe('a piece', () => {
  it('has its place, its history by face, and its next act', () => {
    const bench = benchOf([...takenDown([A], 'rack 2'), ...did('front.shellac-primer.1', 100, 130, [A])]);
    const view = pieceView(bench, A, at(200));
    expect(view).toMatchObject({ place: 'rack 2', labelled: true, hungAt: null, working: null });
    expect(view?.history.map((h) => [h.act, h.start, h.end, h.who])).toEqual([
      ['Prime fronts', at(100), at(130), 'Ines'],
    ]);
    expect(view?.next?.key).toBe(bench.route[0]?.key);
    expect(pieceView(bench, uuid(99), at(200))).toBeNull();
  });
  it('somebody is at is said to be worked on', () => {
    const begun = did('front.shellac-primer.1', 100, 130, [A]).slice(0, 1);
    expect(pieceView(benchOf([...takenDown([A]), ...begun]), A, at(110))?.working).toBe('Prime fronts');
  });
});

it('the next act of a piece in words: its label, taking it down, its step from when it may', () => {
  const step = {
    key: 'k',
    act: 'Sand fronts',
    kind: 'sand',
    face: 'front',
    from: null,
    closes: null,
    tape: null,
  };
  const piece = { working: null, labelled: true, down: true, next: step } as Parameters<typeof sayNext>[0];
  const said = (more: object): string => sayNext({ ...piece, ...more }, (ms) => `minute ${ms / MINUTE}`);
  expect(said({ labelled: false, down: false })).toBe('Put the label on');
  expect(said({ down: false })).toBe('Take it down');
  expect(said({})).toBe('Sand fronts');
  expect(said({ next: { ...step, from: at(7) } })).toBe('Sand fronts, from minute 7');
  expect(said({ next: null })).toBe('Nothing: it is home');
  expect(said({ working: 'Clean', labelled: false })).toBe('Under way: Clean');
});
