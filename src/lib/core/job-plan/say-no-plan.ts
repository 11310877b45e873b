/** Why there is no plan, as people say it. */
import { MINUTE } from '../units/durations';
import { sayTime } from '../units/clock-time';
import { sayHours } from '../planning/job/hours';
import { readOwnId } from '../planning/job/joined-id';
import { operationId, readId } from '../planning/model/operation-id';
import type { NoPlan } from '../planning/model/problem';
import { sayNoPlan } from '../planning/model/say-cause';
import { COATING } from '../planning/job/stations';

/** An operation as it is called; what stands for a fact by what it is. @param jobOf the part of an id that names its job */
function sayOperation(id: string, words: ReadonlyMap<string, string>): string {
  const prefix = id.includes('|') ? `${readOwnId(id).job}|` : '';
  const read = readId(id.slice(prefix.length));
  const named = (lot: string, step: string): string =>
    words.get(prefix + operationId(lot, step)) ?? 'some work';
  switch (read.is) {
    case 'step':
      return named(read.lot, read.step);
    case 'running':
      return `${named(read.lot, read.step)}, under way`;
    case 'film':
      return `${named(read.lot, read.step)}, by the film below it`;
    case 'lying':
      return 'what lies on the rack';
    case 'first day':
      return 'the first day';
    case 'other work':
      return 'work on another job';
    case 'other rack':
      return 'what another job lays on the rack';
  }
}

/**
 * @param names operations and their words
 * @param t0 the moment that minutes count from, ms since 1970
 */
export function sayWhyNoPlan(
  none: NoPlan,
  names: readonly (readonly [operation: string, words: string])[],
  t0: number,
  zone: string,
): string {
  const words = new Map(names);
  const plainly = (id: string): string => (id.includes('|') ? readOwnId(id).operation : id);
  return sayNoPlan(none, {
    operation: (id) => sayOperation(id, words),
    rack: (id) => (plainly(id) === 'air' ? 'the air' : `the ${plainly(id)}`),
    station: (id) => (plainly(id) === COATING ? 'the place where pieces are coated' : `the ${plainly(id)}`),
    hours: sayHours,
    minute: (minute) => sayTime(t0 + minute * MINUTE, zone),
  });
}
