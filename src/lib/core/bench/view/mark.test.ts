import { expect, it } from 'vitest';
import { buildRoute } from '$core/coating/route';
import { TWO_PACK } from '$core/coating/systems/index';
import { SHEET_WAITS } from '$core/coating/waits';
import type { Fact, FactBody } from '../log/events';
import { fold } from '../log/fold';
import { pieceMark } from './mark';
import { fact, MINUTE, uuid } from '../../../../../tests/bench-builders';

const PIECE = uuid(1);
const route = buildRoute(TWO_PACK, [{ back: 1, front: 2 }], 'spray');

it('follows a piece from its opening until it is home again', () => {
  const facts: Fact[] = [];
  const add = (at: number, body: FactBody): string => {
    const added = fact(at, body);
    facts.push(added);
    return added.id;
  };
  const mark = (at: number) => {
    const { front, back, state } = pieceMark(fold(facts), route, PIECE, at * MINUTE, SHEET_WAITS);
    return `${state} ${front.coats}/${front.of} ${back.coats}/${back.of}`;
  };
  expect(mark(0)).toBe('up 0/2 0/1');
  add(0, { kind: 'piece.labelled', pieces: [PIECE] });
  add(1, { kind: 'piece.down', pieces: [PIECE], place: 'rack' });
  expect(mark(1)).toBe('ready 0/2 0/1');

  let t = 10;
  const seen: string[] = [];
  for (const step of route) {
    if (step.kind === 'hang') break;
    const work = add(t, { kind: 'work.started', step: step.key, lot: 'A', pieces: [PIECE] });
    expect(mark(t)).toMatch(/^working/);
    t += 15;
    add(t, { kind: 'work.finished', work, leftOut: [] });
    if (step.kind === 'coat') seen.push(mark(t));
    // A day is the longest wait of this system (T12, common practice).
    t += 1440;
    if (step.kind === 'coat') seen.push(mark(t));
  }
  expect(seen).toEqual([
    'drying 0/2 1/1',
    'ready 0/2 1/1',
    'drying 1/2 1/1',
    'ready 1/2 1/1',
    'drying 2/2 1/1',
    'ready 2/2 1/1',
  ]);

  add(t, { kind: 'piece.hung', piece: PIECE, opening: PIECE });
  expect(mark(t)).toBe('home 2/2 1/1');
  const check = add(t + 1, {
    kind: 'check.recorded',
    piece: PIECE,
    face: 'front',
    test: { method: 'visual', failure: 'nick' },
    note: '',
  });
  expect(mark(t + 1)).toBe('defect 2/2 1/1');
  add(t + 2, { kind: 'touch-up.closed', touchUp: check, minutes: 10, note: '' });
  expect(mark(t + 2)).toBe('home 2/2 1/1');
});
