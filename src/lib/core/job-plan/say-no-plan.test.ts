import { expect, it } from 'vitest';
import type { Cause } from '../planning/model/cause';
import { noPlan } from '../planning/model/infeasible';
import { factId } from '../planning/model/operation-id';
import { ownId } from '../planning/job/joined-id';
import { crewHours, airHours, IN_HOUSE, IN_KITCHEN } from '../planning/job/hours';
import { sayWhyNoPlan } from './say-no-plan';

const NAMES = [
  ['a:hang', '“Hang” of lot A'],
  ['a:hang-2', '“Hang again” of lot A'],
  [ownId('j', 'B:prime'), '“Prime backs” of lot B, Orchard Row,'],
] as const;
const said = (...causes: Cause[]): string =>
  sayWhyNoPlan(noPlan(true, ...causes), NAMES, Date.UTC(2026, 2, 9, 8), 'Etc/UTC');

it('says operations, other jobs and times as people know them', () => {
  expect(
    said({
      code: 'circle',
      operations: ['a:hang', 'a:hang-2', factId.otherWork('0a-1', 3), factId.otherRack(12)],
    }),
  ).toBe(
    '“Hang” of lot A, “Hang again” of lot A, work on another job, what another job lays on the rack wait for each other in a circle: each would have to come after itself',
  );
  expect(said({ code: 'pinned when taken', operation: 'a:hang', minute: 90 })).toBe(
    '“Hang” of lot A is pinned to Mon 9 Mar, 09:30, and its people, place or rack are not free then',
  );
});

it('names nothing as the planner calls it inside', () => {
  const pinned = (operation: string): string =>
    said({ code: 'clash', parts: [{ code: 'pin', operation, minute: 0 }] });
  expect(pinned(factId.running('a:hang', 0))).toBe(
    '“Hang” of lot A, under way pinned to Mon 9 Mar, 08:00 cannot be kept',
  );
  expect(pinned(factId.film('a:hang'))).toMatch(/^“Hang” of lot A, by the film below it pinned/);
  expect(pinned(factId.lying('a', 'rack'))).toMatch(/^what lies on the rack pinned/);
  expect(pinned(factId.firstDay('site'))).toMatch(/^the first day pinned/);
  expect(pinned(ownId('j', factId.running('B:prime', 2)))).toMatch(
    /^“Prime backs” of lot B, Orchard Row,, under way/,
  );
  expect(pinned('gone:step')).toMatch(/^some work pinned/);
  const hours = (...of: string[]): string =>
    said({ code: 'clash', parts: of.map((calendar) => ({ code: 'hours', calendar })) });
  expect(hours(IN_HOUSE, IN_KITCHEN)).toBe(
    'the hours of the house and the hours of the kitchen cannot all be kept',
  );
  expect(hours(crewHours('0198f7f2'), ownId('crew', '0198f7f2'), ownId('j', airHours(1, '2K enamel')))).toBe(
    'the working hours of the crew, the working hours of the crew and the hours whose air suits 2K enamel cannot all be kept',
  );
  expect(said({ code: 'clash', parts: [{ code: 'rack', rack: 'rack', slots: 12 }] })).toBe(
    'the 12 slots of the rack cannot be kept',
  );
});
