/** What a move of a bar comes to is shown for the minute where the bar is, and for no other. */
import { MINUTE } from '$core/units/durations';
import { expect, it } from 'vitest';
import type { Bar } from '$server/services/plan/bar';
import { BoardMove } from './board-move.svelte';

const bar = { id: 'b1', operation: 'A:coat', start: 600 * MINUTE } as Bar;

function board() {
  const answers: ((says: string) => void)[] = [];
  const move = new BoardMove({
    scale: () => {
      throw new Error('no pointer');
    },
    left: () => 0,
    now: () => 0,
    onTry: () => new Promise((resolve) => answers.push(resolve)),
    onPin: () => undefined,
  });
  const press = (key: string, of = bar): void =>
    move.key({ key, shiftKey: false, preventDefault: () => undefined } as KeyboardEvent, of);
  /** Answers the oldest question. */
  const answer = async (says: string): Promise<void> => {
    answers.shift()?.(says);
    await new Promise((resolve) => setTimeout(resolve));
  };
  return { move, press, answer, open: () => answers.length };
}

it('says nothing of a minute that another one was asked about', async () => {
  const { move, press, answer, open } = board();
  press('ArrowRight');
  await answer('as before');
  expect(move.outcome).toBe('as before');
  press('ArrowRight');
  expect(move.outcome).toBe('');
  // One question at a time; what was passed over is not asked.
  press('ArrowRight');
  press('ArrowRight');
  expect(open()).toBe(1);
  await answer('of a minute that was left');
  expect(move.outcome).toBe('');
  await answer('an hour later');
  expect(move.outcome).toBe('an hour later');
  expect(open()).toBe(0);
});

it('asks anew for another bar at the same minute, and for a move that begins again', async () => {
  const { move, press, answer, open } = board();
  press('ArrowRight');
  await answer('as before');
  press('ArrowRight', { ...bar, id: 'b2', operation: 'B:coat' });
  expect(move.outcome).toBe('');
  expect(open()).toBe(1);
  await answer('a day later');
  press('Escape', { ...bar, id: 'b2', operation: 'B:coat' });
  press('ArrowRight');
  expect([move.outcome, open()]).toEqual(['', 1]);
});
