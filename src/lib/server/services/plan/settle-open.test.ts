import { expect, it, vi } from 'vitest';
import { SYSTEMS } from '$core/coating/systems/index';
import { planInputs } from '../../../../../tests/plan-inputs';
import { settledShare, settleOpen } from './settle-open';

const [system] = SYSTEMS;
if (!system) throw new Error('no system');
const open = { lots: true, pattern: false };
const inputs = planInputs(system, { fixed: false, rackSlots: 8, open });
const AT = Date.UTC(2026, 2, 9, 6);

const seen: (number | null)[] = [];
vi.mock('../../threads/ask', async () => {
  const { runTask } = await import('$core/job-plan/tasks');
  return {
    ask: async (
      kind: 'settle-choice',
      given: { inputs: typeof inputs; at: number },
      progress: (share: number) => void,
    ) =>
      runTask(kind, given, (share) => {
        progress(share);
        seen.push(settledShare('a'));
      }),
  };
});

it('knows how far it is while it settles, and nothing before and after', async () => {
  expect(settledShare('a')).toBeNull();
  const settling = settleOpen('a', inputs, AT);
  expect(settledShare('a')).not.toBeNull();
  expect(settledShare('another')).toBeNull();
  await settling;
  expect(settledShare('a')).toBeNull();
  expect(seen.length).toBeGreaterThan(5);
  expect(seen).toEqual([...seen].sort((a, b) => Number(a) - Number(b)));
  expect(seen.every((s) => s !== null && s > 0 && s <= 1)).toBe(true);
});

it('knows nothing either once it has failed', async () => {
  const broken = { ...inputs, pieces: null as unknown as typeof inputs.pieces };
  await expect(settleOpen('a', broken, AT)).rejects.toThrow();
  expect(settledShare('a')).toBeNull();
});
