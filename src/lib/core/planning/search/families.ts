/** Rules of a problem that may be left out one by one, to see which are in the way. */
import { frozen } from '$core/frozen';
import type { Rule } from '../model/cause';
import { isFact } from '../model/model';
import type { Problem } from '../model/problem';

interface Family {
  rulesOf: (problem: Problem) => Rule[];
  without: (problem: Problem, rule: Rule) => Problem;
}

function family<C extends Rule['code']>(
  code: C,
  rulesOf: (problem: Problem) => Extract<Rule, { code: C }>[],
  without: (problem: Problem, rule: Extract<Rule, { code: C }>) => Problem,
): Family {
  const isOwn = (rule: Rule): rule is Extract<Rule, { code: C }> => rule.code === code;
  return { rulesOf, without: (problem, rule) => (isOwn(rule) ? without(problem, rule) : problem) };
}

const isWhole = ({ open }: Problem['calendars'][number], horizon: number): boolean =>
  open.length === 1 && open[0]?.[0] === 0 && open[0][1] >= horizon;

export const FAMILIES: readonly Family[] = frozen([
  family(
    'rack',
    ({ racks }) => racks.map(({ id, slots }) => ({ code: 'rack', rack: id, slots })),
    (p, { rack }) => ({ ...p, holds: p.holds.filter((h) => h.rack !== rack) }),
  ),
  family(
    'pin',
    ({ operations, workers }) =>
      operations.flatMap(({ id, lockedStart: minute }) =>
        minute === null || isFact(workers, id) ? [] : [{ code: 'pin', operation: id, minute }],
      ),
    (p, { operation }) => ({
      ...p,
      operations: p.operations.map((o) => (o.id === operation ? { ...o, lockedStart: null } : o)),
    }),
  ),
  family(
    'hours',
    ({ calendars, horizon }) =>
      calendars.flatMap((c) => (isWhole(c, horizon) ? [] : [{ code: 'hours', calendar: c.id }])),
    (p, { calendar }) => ({
      ...p,
      calendars: p.calendars.map((c) => (c.id === calendar ? { ...c, open: [[0, p.horizon]] } : c)),
    }),
  ),
  family(
    'overlap',
    ({ links }) =>
      links.flatMap(({ from, to, minLag }) =>
        minLag < 0 ? [{ code: 'overlap', operation: to, before: from, most: -minLag }] : [],
      ),
    (p, { operation, before, most }) => ({
      ...p,
      links: p.links.filter((l) => l.from !== before || l.to !== operation || l.minLag !== -most),
    }),
  ),
  family(
    'window',
    ({ links }) =>
      links.flatMap(({ from, to, maxLag }) =>
        maxLag === null ? [] : [{ code: 'window', operation: to, before: from, most: maxLag }],
      ),
    (p, { operation, before }) => ({
      ...p,
      links: p.links.map((l) => (l.from === before && l.to === operation ? { ...l, maxLag: null } : l)),
    }),
  ),
]);
