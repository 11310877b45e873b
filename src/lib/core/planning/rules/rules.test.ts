/** A rule that is one object: every engine keeps to it. */
import { expect, it } from 'vitest';
import { op, problemOf } from '../../../../../tests/plan-builders';
import { audit } from '../audit/audit';
import { heads } from '../bounds/heads';
import { compile } from '../compile/compile';
import { LearnedSearch } from '../learning/learned-search';
import { planOf } from '../model/schedule';
import { construct } from '../search/construct';
import { ANY_MINUTE, NOTHING, type PlannerRule } from './rule';
import { RULES } from '.';

/** Nothing of lot `a` begins before ten. */
const notBefore: PlannerRule = {
  begins: ({ id }, { horizon }) => [id === 'a' ? 600 : 0, horizon],
  post: NOTHING,
  audit: ({ each }) => each(({ o, a }) => (o.id === 'a' && a.start < 600 ? ['a is begun before ten'] : [])),
  parts: NOTHING,
};
const until = (latest: number): PlannerRule => ({
  ...notBefore,
  begins: (o, p) => (o.id === 'a' ? [0, latest] : ANY_MINUTE(o, p)),
});
const problem = problemOf({ operations: [op('a', 60), op('b', 60)] });
const withRule = (...more: PlannerRule[]) => compile(problem, undefined, [...RULES, ...more]);

it('is kept by earliest times, constructions and learning, and its audit says where it is not', () => {
  const m = withRule(notBefore);
  expect([...heads(m).start]).toEqual([600, 480]);
  const made = construct(m, new Float64Array([1, 0]));
  if ('clash' in made) throw new Error(made.clash[0]?.code);
  expect([...made.start]).toEqual([600, 480]);
  const found = new LearnedSearch(m).find(5000, 100);
  if (typeof found === 'string') throw new Error(found);
  expect(found.start[0]).toBeGreaterThanOrEqual(600);
  const early = construct(compile(problem), new Float64Array([1, 0]));
  if ('clash' in early) throw new Error(early.clash[0]?.code);
  expect(audit(problem, planOf(m, early, 0), [...RULES, notBefore])).toEqual(['a is begun before ten']);
  expect(audit(problem, planOf(m, made, 0), [...RULES, notBefore])).toEqual([]);
});

it('that leaves nothing is a cause', () => {
  expect(() => heads(withRule(notBefore, until(540)))).toThrow(
    'a must begin by minute 540, and cannot before minute 600',
  );
  const made = construct(withRule(until(500)), new Float64Array([0, 1]));
  expect(made).toMatchObject({
    clash: [{ code: 'begins too late', operation: 'a', latest: 500, from: 540 }],
  });
});
