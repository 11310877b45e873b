/** Devices that worked apart: what disagrees is one set everywhere, one settlement decides it piece by piece, and nothing else is touched. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { begunInKitchen, did, fact, takenDown, uuid } from '../../../../../tests/bench-builders';
import { apartIn, KNEW_NOTHING, unknownTo } from './apart';
import { contradictions, stepsBefore } from './contradictions';
import type { Fact } from './events';
import { fold } from './fold';
import { kitchenWorks, pieceState } from '../state/state';
import { always } from '../../../../../tests/budget';

const [A, B, C] = [uuid(1), uuid(2), uuid(3)];
const ROUTE = ['clean', 'sand', 'prime', 'coat'].map((key) => ({ key }));
const found = (log: readonly Fact[]) => contradictions(log, stepsBefore(ROUTE));
const on = (device: string, facts: Fact[], knew = KNEW_NOTHING): Fact[] =>
  facts.map((f) => ({ ...f, device, knew }));
const settle = (minute: number, of: readonly string[], keep: string | null, pieces: string[] = []): Fact =>
  fact(minute, { kind: 'contradiction.settled', of: [...of], keep, pieces, reason: 'saw it' });
const doneBy = (log: readonly Fact[], step: string, piece: string) =>
  pieceState(fold(log), piece).done.get(step)?.work;

describe('knowledge', () => {
  const first = fact(10, { kind: 'piece.placed', pieces: [A], place: 'rack 1' }, { device: 'x' });
  const theirs = fact(20, { kind: 'piece.placed', pieces: [A, B], place: 'rack 2' }, { device: 'x' });
  const mine = (knew?: string) =>
    fact(
      15,
      { kind: 'piece.placed', pieces: [A], place: 'rack 3' },
      { device: 'y', ...(knew ? { knew } : {}) },
    );
  const log = [first, theirs];
  it('is of what a device had from the server, and no more', () => {
    expect(unknownTo(log, mine(first.id))).toEqual([theirs]);
    expect(unknownTo(log, mine(theirs.id))).toEqual([]);
    expect(unknownTo(log, mine(KNEW_NOTHING))).toEqual(log);
    expect(unknownTo(log, mine())).toEqual([]);
    expect(unknownTo(log, { ...mine(first.id), device: 'x' })).toEqual([]);
  });
  it('is mutual where neither had the other’s', () => {
    const late = mine(first.id);
    const apart = apartIn([...log, late]);
    expect(apart.between(theirs, late)).toBe(true);
    expect(apart.between(first, late)).toBe(false);
    expect(apart.between(first, theirs)).toBe(false);
  });
});

describe('one coat on several devices', () => {
  const three = ['x', 'y', 'z'].map((d, i) => on(d, did('clean', 10 + i * 3, 30 + i, [A, B])));
  const log = [...takenDown([A, B, C]), ...three.flat()];
  const starts = three.map(([s]) => s?.id ?? '');

  it('is one set, however many they are, and one settlement leaves one', () => {
    expect(found(log)).toEqual([{ rule: 'done-twice', of: starts, pieces: [A, B] }]);
    const after = [...log, settle(60, starts, starts[1] ?? null, [A, B])];
    expect(found(after)).toEqual([]);
    expect([...fold(after).works.keys()]).toEqual([starts[1]]);
  });

  it('is decided piece by piece: a losing start keeps what it alone coated', () => {
    const mine = on('x', did('clean', 10, 30, [A, B]));
    const theirs = on('y', did('clean', 12, 32, [B, C]));
    const apart = [...takenDown([A, B, C]), ...mine, ...theirs];
    const of = [mine[0]?.id ?? '', theirs[0]?.id ?? ''];
    expect(found(apart)).toEqual([{ rule: 'done-twice', of, pieces: [B] }]);
    const after = [...apart, settle(60, of, of[0] ?? null, [B])];
    expect([A, B, C].map((p) => doneBy(after, 'clean', p))).toEqual([of[0], of[0], of[1]]);
    expect(found(after)).toEqual([]);
  });

  it('settled oppositely on two devices keeps what was settled last, and neither is lost', () => {
    const two = [
      ...takenDown([A]),
      ...on('x', did('clean', 10, 30, [A])),
      ...on('y', did('clean', 12, 32, [A])),
    ];
    const of = two.flatMap((f) => (f.body.kind === 'work.started' ? [f.id] : []));
    const after = [...two, settle(60, of, of[0] ?? null, [A]), settle(61, of, of[1] ?? null, [A])];
    expect(doneBy(after, 'clean', A)).toBe(of[1]);
    expect(found(after)).toEqual([]);
    expect(fold([...after].reverse())).toEqual(fold(after));
  });

  it('is open again when another device joins it', () => {
    const settled = settle(60, starts.slice(0, 2), starts[0] ?? null, [A, B]);
    expect(found([...log, settled])).toEqual([{ rule: 'done-twice', of: starts, pieces: [A, B] }]);
    const again = settle(61, starts, starts[2] ?? null, [A, B]);
    expect(found([...log, settled, again])).toEqual([]);
    expect(doneBy([...log, settled, again], 'clean', A)).toBe(starts[2]);
  });

  it('held for true by all counts as often as it was laid', () => {
    const after = [...log, settle(60, starts, null, [A, B])];
    expect(found(after)).toEqual([]);
    const own = pieceState(fold(after), A);
    expect(own.done.get('clean')?.work).toBe(starts[2]);
    expect(own.doneBefore.map((d) => d.done.work)).toEqual(starts.slice(0, 2));
  });

  it('taken back by its settlement being taken back is open again', () => {
    const one = settle(60, starts, starts[0] ?? null, [A, B]);
    expect(
      found([...log, one, fact(61, { kind: 'void', fact: one.id, reason: 'looked again' })]),
    ).toHaveLength(1);
  });
});

describe('other records that cannot all be', () => {
  it('two works at one time, each against every one it overlaps', () => {
    const long = on('y', did('prime', 15, 40, [A]));
    const all = [
      ...takenDown([A]),
      ...on('x', did('clean', 10, 20, [A])),
      ...on('x', did('sand', 22, 30, [A])),
      ...long,
    ];
    expect(found(all).map((c) => [c.rule, c.of.length])).toEqual([['at-work', 3]]);
  });

  it('three places; whoever moved it later and knew of all of them has said where it is', () => {
    const put = (device: string, minute: number, place: string, knew = KNEW_NOTHING) =>
      fact(minute, { kind: 'piece.placed', pieces: [A], place }, { device, knew });
    const three = [put('x', 10, 'van'), put('y', 11, 'table'), put('z', 12, 'stack')];
    const log = [...takenDown([A]), ...three];
    const of = three.map((f) => f.id);
    // The taking down was known to nobody either.
    const [set] = found(log);
    expect(set).toMatchObject({ rule: 'two-places', pieces: [A] });
    expect(set?.of).toEqual(expect.arrayContaining(of));
    const keep = settle(20, set?.of ?? [], of[0] ?? '', [A]);
    expect(pieceState(fold([...log, keep]), A).place).toBe('van');
    expect(found([...log, keep])).toEqual([]);
    expect(found([...log, put('x', 30, 'hanger', of[2] ?? '')])).toEqual([]);
  });

  it('hung on one device, in the van on another, is one of the two', () => {
    const hung = fact(20, { kind: 'piece.hung', piece: A, opening: A }, { device: 'x', knew: KNEW_NOTHING });
    const van = fact(
      25,
      { kind: 'piece.placed', pieces: [A], place: 'van' },
      { device: 'y', knew: KNEW_NOTHING },
    );
    const log = [...takenDown([A]).map((f) => ({ ...f, device: 'x' })), hung, van];
    const sets = found(log).filter((c) => c.rule === 'moved-hung');
    expect(sets).toEqual([{ rule: 'moved-hung', of: [hung.id, van.id], pieces: [A] }]);
    expect(pieceState(fold(log), A)).toMatchObject({ hungIn: null, place: 'van' });
    const kept = fold([...log, settle(30, [hung.id, van.id], hung.id, [A])]);
    expect(pieceState(kept, A)).toMatchObject({ hungIn: A, place: 'opening' });
  });

  it('hung while it was coated elsewhere', () => {
    const down = takenDown([A]);
    const knew = down[1]?.id ?? '';
    const work = on('y', did('coat', 10, 30, [A]), knew);
    const hung = fact(20, { kind: 'piece.hung', piece: A, opening: A }, { device: 'x', knew });
    const of = [work[0]?.id, hung.id];
    expect(found([...down, ...work, hung]).map((c) => [c.rule, c.of])).toEqual([['at-work', of]]);
  });

  it('a step taken back under a later one, by a device that knew nothing of it', () => {
    const clean = did('clean', 10, 20, [A]);
    const sand = on('x', did('sand', 30, 40, [A]));
    const back = {
      ...fact(35, { kind: 'void', fact: clean[0]?.id ?? '', reason: 'wrong lot' }),
      device: 'y',
      knew: clean[1]?.id ?? '',
    };
    const log = [...takenDown([A]), ...clean, ...sand, back];
    const of = [sand[0]?.id ?? '', back.id];
    expect(found(log)).toEqual([{ rule: 'taken-from-under', of, pieces: [A] }]);
    const stands = [...log, settle(50, of, of[0] ?? '', [A])];
    expect(doneBy(stands, 'clean', A)).toBe(clean[0]?.id);
    expect(found(stands)).toEqual([]);
    const goes = [...log, settle(50, of, back.id, [A])];
    expect(doneBy(goes, 'sand', A)).toBeUndefined();
    expect(found(goes)).toEqual([]);
  });

  it('an end whose beginning another device took back; whoever knew of the end meant both', () => {
    const [start, end] = did('clean', 10, 30, [A]);
    if (!start || !end) throw new Error('a work');
    const back = (knew: string) => ({
      ...fact(20, { kind: 'void', fact: start.id, reason: 'not begun' }),
      device: 'y',
      knew,
    });
    const apart = [...takenDown([A]), start, back(start.id), { ...end, knew: start.id }];
    const of = [apart[3]?.id ?? '', end.id];
    expect(found(apart)).toEqual([{ rule: 'no-start', of, pieces: [A] }]);
    expect(doneBy([...apart, settle(60, of, end.id, [A])], 'clean', A)).toBe(start.id);
    expect(found([...takenDown([A]), start, end, back(end.id)])).toEqual([]);
  });

  it('two ends of one work, of which one leaves a piece out', () => {
    const [start] = did('clean', 10, 20, [A, B]);
    const end = (minute: number, device: string, leftOut: string[]) =>
      fact(
        minute,
        { kind: 'work.finished', work: start?.id ?? '', leftOut },
        { device, knew: start?.id ?? '' },
      );
    const ends = [end(20, 'x', [B]), end(22, 'y', [])];
    const log = [...takenDown([A, B]), ...(start ? [start] : []), ...ends];
    const of = ends.map((f) => f.id);
    expect(found(log)).toEqual([{ rule: 'left-out', of, pieces: [B] }]);
    expect(doneBy(log, 'clean', B)).toBeUndefined();
    expect(doneBy([...log, settle(30, of, of[1] ?? '', [B])], 'clean', B)).toBe(start?.id);
    const out = fold([...log, settle(30, of, of[0] ?? '', [B])]);
    expect([A, B].map((p) => pieceState(out, p).done.has('clean'))).toEqual([true, false]);
  });

  it('one step of the fixed work begun twice: the one that was finished counts', () => {
    const begun = (minute: number, device: string) =>
      fact(minute, begunInKitchen('caulk'), { device, knew: KNEW_NOTHING });
    const [x, y] = [begun(10, 'x'), begun(15, 'y')];
    const end = fact(
      20,
      { kind: 'work.finished', work: x.id, leftOut: [] },
      { device: 'x', knew: KNEW_NOTHING },
    );
    expect(kitchenWorks(fold([x, y, end])).get('caulk')).toMatchObject({ id: x.id, end: end.at });
    expect(found([x, y, end])).toEqual([{ rule: 'done-twice', of: [x.id, y.id], pieces: [] }]);
    expect(found([x, y, end, settle(30, [x.id, y.id], x.id)])).toEqual([]);
  });
});

it('a time that is put right takes its place, and the last word on it counts', () => {
  const [start, end] = did('clean', 300, 310, [A]);
  if (!start || !end) throw new Error('a work');
  const right = (minute: number, of: Fact, at: number) =>
    fact(minute, { kind: 'time.corrected', fact: of.id, at: at * 60_000 });
  const log = [
    ...takenDown([A]),
    { ...start, doubt: 900_000 },
    end,
    right(320, start, 60),
    right(330, end, 75),
  ];
  expect(pieceState(fold(log), A).done.get('clean')).toMatchObject({ start: 3_600_000, end: 4_500_000 });
  expect(pieceState(fold([...log, right(340, end, 80)]), A).done.get('clean')?.end).toBe(4_800_000);
});

it('whatever devices record, it is the same set in any order that keeps what each knew, and settling all of it leaves none', () => {
  const pieces = fc.subarray([A, B, C], { minLength: 1 });
  const device = fc.constantFrom('x', 'y', 'z');
  const minute = fc.integer({ min: 5, max: 60 });
  const step = fc.constantFrom('clean', 'sand', 'prime');
  const act = fc.oneof(
    fc.tuple(device, step, minute, pieces).map(([d, s, m, p]) => on(d, did(s, m, m + 8, p))),
    fc
      .tuple(device, minute, pieces, fc.constantFrom('van', 'table'))
      .map(([d, m, p, place]) => on(d, [fact(m, { kind: 'piece.placed', pieces: p, place })])),
  );
  always(
    fc.property(fc.array(act, { minLength: 2, maxLength: 7 }), (acts) => {
      const log = [...takenDown([A, B, C]), ...acts.flat()];
      const open = found(log);
      // Nobody knew of anybody: the order of arrival says nothing.
      const turned = [...log.slice(0, 2), ...acts.toReversed().flat()];
      expect(found(turned)).toEqual(open);
      let settled = log;
      for (let round = 0; round < 12 && found(settled).length; round++)
        settled = [
          ...settled,
          ...found(settled).map((c, i) => settle(100 + round * 20 + i, c.of, c.of[0] ?? null, [...c.pieces])),
        ];
      expect(found(settled)).toEqual([]);
      // One start of a step is left for each piece, and no piece has lost a step that it had.
      const [before, after] = [fold(log), fold(settled)];
      for (const piece of [A, B, C])
        for (const s of ['clean', 'sand', 'prime']) {
          const works = [...after.works.values()].filter((w) => w.step === s && w.pieces.includes(piece));
          expect(works.length).toBeLessThanOrEqual(1);
          if (works.length) expect(pieceState(before, piece).done.has(s)).toBe(true);
        }
    }),
    100,
  );
});
