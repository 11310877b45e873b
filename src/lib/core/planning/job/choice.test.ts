import { describe, expect, it } from 'vitest';
import { usualCounts } from '$core/coating/system';
import { SHELLAC_URETHANE } from '$core/coating/systems/index';
import { choiceSchema, USUAL_CREW_WEEK, USUAL_HOUSE_WEEK } from './choice';

/** As it was stored before there was anything else to choose. */
const first = {
  system: SHELLAC_URETHANE,
  counts: usualCounts(SHELLAC_URETHANE),
  tool: 'spray',
  lotSize: 12,
  rackSlots: 24,
  startDay: '2026-03-09',
  workers: ['ines'],
  crewWeek: USUAL_CREW_WEEK,
  houseWeek: USUAL_HOUSE_WEEK,
};

it('what was chosen before there was more to choose is read as it was meant', () => {
  expect(choiceSchema.parse(first)).toMatchObject({
    ...{ fixed: false, visits: false, shared: false, stages: 'together', stackSlots: null },
    open: { lots: false, pattern: false, stages: false },
    ...{ pattern: 'backs-then-fronts', division: 'even', patterns: {}, finishes: {} },
    ...{ place: 'tent', air: 'sheet', promised: null, priority: 2, later: 0, paces: {}, visitMinutes: {} },
  });
  // Stages came later than the other things that may be left open.
  expect(choiceSchema.parse({ ...first, open: { lots: true, pattern: true } }).open.stages).toBe(false);
});

describe('a choice that cannot be is refused in words', () => {
  const says = (more: object): string[] =>
    choiceSchema.safeParse({ ...first, ...more }).error?.issues.map((i) => i.message) ?? [];
  it.each([
    [
      { lotSize: 25 },
      'A lot cannot be larger than the rack: make the lots smaller or give the rack more slots',
    ],
    [
      { stackSlots: 11 },
      'A lot cannot be larger than the stacks: make the lots smaller or give the stacks more room',
    ],
    [{ lotSize: 0 }, 'A lot holds at least one piece'],
    [{ lotSize: 61, rackSlots: 90 }, 'More than 60 pieces do not stay wet together'],
    [{ workers: [] }, 'Choose at least one person'],
    [{ startDay: '9 March' }, 'Write the day as 2026-03-09'],
    [{ later: 8 }, 'At most 7 days later'],
  ])('%j', (more, message) => {
    expect(says(more)).toContain(message);
  });
  it('and at the very limit it is none', () => {
    for (const more of [{ lotSize: 24 }, { stackSlots: 12 }, { lotSize: 60, rackSlots: 60 }, { later: 7 }])
      expect(says(more), JSON.stringify(more)).toEqual([]);
  });
});
