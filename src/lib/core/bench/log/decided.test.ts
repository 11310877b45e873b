/** What people decided of facts that disagree: which count, for which pieces, and what was taken back. */
import { describe, expect, it } from 'vitest';
import { did, fact, uuid } from '../../../../../tests/bench-builders';
import { asItCounts, decide, putRight } from './decided';

const [one, two] = [uuid(1), uuid(2)];
const placed = (minute: number, place: string, pieces = [one, two]) =>
  fact(minute, { kind: 'piece.placed', pieces, place });
const settled = (minute: number, of: string[], keep: string | null, pieces: string[] = []) =>
  fact(minute, { kind: 'contradiction.settled', of, keep, pieces, reason: 'looked' });

describe('a settlement', () => {
  const [van, table] = [placed(1, 'van'), placed(2, 'table')];
  const of = [van.id, table.id];
  it('lets the one count that holds, and takes the others out', () => {
    const { voided, partly } = decide([van, table, settled(3, of, van.id)]);
    expect([...voided]).toEqual([[table.id, 'looked']]);
    expect(partly.size).toBe(0);
  });
  it('that holds none of them has all of them count', () => {
    const { voided, partly, spokenOf } = decide([van, table, settled(3, of, null)]);
    expect(voided.size).toBe(0);
    expect(partly.size).toBe(0);
    expect([...spokenOf]).toEqual(of);
  });
  it('for one piece takes it out for that piece alone', () => {
    const { voided, partly } = decide([van, table, settled(3, of, van.id, [two])]);
    expect(voided.size).toBe(0);
    expect([...partly]).toEqual([[table.id, new Set([two])]]);
    expect(asItCounts(table, partly.get(table.id)).body).toMatchObject({ pieces: [one] });
    expect(asItCounts(van, partly.get(van.id))).toBe(van);
  });
  it('for every piece of a fact takes the whole of it out', () => {
    const { voided, partly } = decide([van, table, settled(3, of, van.id, [one, two])]);
    expect([...voided.keys()]).toEqual([table.id]);
    expect(partly.size).toBe(0);
  });
  it('that is made later counts instead, of the whole as of a piece', () => {
    const first = settled(3, of, van.id);
    expect([...decide([van, table, first, settled(4, of, table.id)]).voided.keys()]).toEqual([van.id]);
    const apart = decide([van, table, first, settled(4, of, table.id, [two])]);
    expect([...apart.partly]).toEqual([
      [van.id, new Set([two])],
      [table.id, new Set([one])],
    ]);
    // Of the whole again: what was said of a piece before is over.
    const whole = decide([van, table, settled(3, of, table.id, [two]), settled(4, of, van.id)]);
    expect([...whole.voided.keys()]).toEqual([table.id]);
    expect(whole.partly.size).toBe(0);
  });
  it('that was taken back says nothing', () => {
    const first = settled(3, of, van.id);
    const back = fact(4, { kind: 'void', fact: first.id, reason: 'wrong tap' });
    const { voided, settled: kept } = decide([van, table, first, back]);
    expect([...voided.keys()]).toEqual([first.id]);
    expect(kept.list).toEqual([]);
  });
  it('against an end says of its pieces the other of what it says', () => {
    const [begun, ended] = did('clean', 1, 5, [one, two]);
    if (!begun || !ended) throw new Error('no work');
    const { partly } = decide([begun, ended, settled(6, [ended.id, van.id], van.id, [two])]);
    expect(asItCounts(ended, partly.get(ended.id)).body).toMatchObject({ leftOut: [two] });
  });
  it('against a taking back has the fact count again', () => {
    const back = fact(3, { kind: 'void', fact: van.id, reason: 'wrong tap' });
    expect([...decide([van, back]).voided.keys()]).toEqual([van.id]);
    const again = decide([van, back, settled(4, [back.id, van.id], van.id)]);
    expect([...again.voided.keys()]).toEqual([back.id]);
  });
});

describe('a time that is put right', () => {
  it('is the one that was given last, unless that was taken back', () => {
    const van = placed(9, 'van');
    const right = (minute: number, to: number) =>
      fact(minute, { kind: 'time.corrected', fact: van.id, at: to * 60_000 });
    const at = (...more: ReturnType<typeof right>[]): number | undefined =>
      putRight([van, ...more]).find((f) => f.id === van.id)?.at;
    const [first, last] = [right(10, 5), right(11, 6)];
    expect(at()).toBe(9 * 60_000);
    expect(at(first)).toBe(5 * 60_000);
    expect(at(first, last)).toBe(6 * 60_000);
    expect(at(last, first)).toBe(6 * 60_000);
    const back = fact(12, { kind: 'void', fact: last.id, reason: 'wrong tap' });
    expect(at(last, back as ReturnType<typeof right>)).toBe(9 * 60_000);
  });
  it('is no more in doubt', () => {
    const doubtful = { ...placed(9, 'van'), doubt: 5 };
    const corrected = fact(10, { kind: 'time.corrected', fact: doubtful.id, at: 0 });
    expect(putRight([doubtful, corrected])[0]).toMatchObject({ at: 0 });
    expect(putRight([doubtful, corrected])[0]).not.toHaveProperty('doubt');
    const list = [doubtful];
    expect(putRight(list)).toBe(list);
  });
});
