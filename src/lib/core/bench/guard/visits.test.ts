/** How far visits to the house are: what was recorded piece by piece asks for none. */
import { describe, expect, it } from 'vitest';
import { begunInKitchen, did, fact, takenDown, uuid } from '../../../../../tests/bench-builders';
import type { VisitKind } from '../../takeoff/visit';
import type { VisitStep } from '../../takeoff/visits';
import type { Fact } from '../log/events';
import { fold } from '../log/fold';
import { visitLeft, visitNow } from './visits';

const [one, two, three] = [uuid(1), uuid(2), uuid(3)];
const pieces = [one, two, three];
const visit = (kind: VisitKind): VisitStep =>
  ({ key: `visit.${kind}`, minutes: 30, visit: { kind, pieces } }) as unknown as VisitStep;
const left = (kind: VisitKind, ...facts: Fact[]): number => visitLeft(fold(facts), visit(kind)).length;
const hung = (piece: string) => fact(900, { kind: 'piece.hung', piece, opening: piece });
const missing = (piece: string) => fact(900, { kind: 'piece.missing', pieces: [piece], note: '' });

describe('a visit', () => {
  it('to arrive is over once one piece is down', () => {
    expect(left('arrive')).toBe(3);
    expect(left('arrive', ...takenDown([one]))).toBe(0);
  });
  it('to take down is for what hangs still', () => {
    expect(left('down')).toBe(3);
    expect(left('down', ...takenDown([one]))).toBe(2);
    expect(left('down', missing(one))).toBe(2);
    expect(left('down', ...did('clean', 5, 9, [one]))).toBe(2);
  });
  it('to carry is for what nobody worked on yet, and home for what does not hang', () => {
    const cleaned = [...takenDown(pieces), ...did('clean', 5, 9, [one])];
    expect(left('out', ...takenDown(pieces))).toBe(3);
    expect(left('out', ...cleaned)).toBe(2);
    expect(left('out', ...cleaned, missing(two))).toBe(1);
    expect(left('back', ...cleaned)).toBe(3);
    expect(left('back', ...cleaned, hung(one), missing(two))).toBe(1);
  });
  it('for handles is for what has none, and the last ones are over with the hand-over', () => {
    const fitted = fact(950, { kind: 'piece.fitted', part: 'handle', pieces: [one, two] });
    expect(left('handles')).toBe(3);
    expect(left('handles', ...takenDown(pieces), hung(one), hung(two), fitted)).toBe(1);
    expect(left('handles', missing(three))).toBe(2);
    const over = fact(999, { kind: 'job.handed-over', note: '' });
    for (const kind of ['collect', 'walk'] as const) expect([left(kind), left(kind, over)]).toEqual([3, 0]);
  });
  it('that was started and ended asks for nothing', () => {
    const started = fact(10, begunInKitchen('visit.back'));
    const ended = fact(20, { kind: 'work.finished', work: started.id, leftOut: [] });
    expect([left('back', started), left('back', started, ended)]).toEqual([3, 0]);
  });
  it('takes less time with fewer pieces, where its time is theirs', () => {
    const minutes = (kind: VisitKind, ...facts: Fact[]) => visitNow(fold(facts), visit(kind)).minutes;
    expect(minutes('down')).toBe(30);
    expect(minutes('down', ...takenDown([one]))).toBe(20);
    expect(minutes('down', ...takenDown(pieces))).toBe(1);
    expect(minutes('back', ...takenDown(pieces), hung(one))).toBe(30);
  });
});
