import { afterEach, expect, it, vi } from 'vitest';
import { SYSTEMS } from '$core/coating/systems/index';
import { runTask } from '$core/job-plan/tasks';
import { planInputs } from '../../../../../tests/plan-inputs';
import * as threads from '../../threads/ask';
import { settledShare, settleOpen } from './settle-open';

const [system] = SYSTEMS;
if (!system) throw new Error('no system');
const open = { lots: true, pattern: false };
const inputs = planInputs(system, { fixed: false, rackSlots: 8, open });
const AT = Date.UTC(2026, 2, 9, 6);

afterEach(() => void vi.restoreAllMocks());

it('knows how far it is while it settles, and nothing before and after', async () => {
  const seen: (number | null)[] = [];
  vi.spyOn(threads, 'ask').mockImplementation(async (kind, given, progress) =>
    runTask(kind, given, (share) => {
      progress?.(share);
      seen.push(settledShare('a'));
    }),
  );
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
