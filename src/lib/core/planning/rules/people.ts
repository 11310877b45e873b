/** Everyone does what they can do, one thing at a time, and needs their way from one place to the next. */
import { at, indexes } from '$core/units/at';
import { ApartRule, type Task } from '../clauses/apart-rule';
import { ANY_MINUTE, NOTHING, type PlannerRule } from './rule';

export const people: PlannerRule = {
  begins: ANY_MINUTE,
  post: (m, e, n) =>
    m.problem.workers.flatMap((_, w) => {
      const mine = indexes(m.able, (able) => able.includes(w));
      if (mine.length < 2) return [];
      const tasks = mine.map((i): Task => ({
        ...{ start: at(n.start, i), end: at(n.end, i) },
        here: n.who[i]?.find((p) => p.worker === w)?.here ?? -1,
      }));
      return [new ApartRule(e, tasks, (a, b) => m.travel(at(mine, a), at(mine, b)))];
    }),
  audit: ({ problem, plan, each, operation, inTurn }) => [
    ...each(({ o, a }) =>
      problem.workers.find((w) => w.id === a.worker)?.skills.includes(o.skill)
        ? []
        : [`${o.id} is given to ${a.worker}, who lacks the skill ${o.skill}`],
    ),
    ...problem.workers.flatMap(({ id }) => {
      const tasks = plan.assignments.filter((a) => a.worker === id).sort(inTurn);
      const stationOf = (task: string): string | null => operation.get(task)?.station ?? null;
      return tasks.flatMap((a, i) => {
        const next = tasks[i + 1];
        if (!next) return [];
        const way = problem.travel?.find(
          (t) => t.from === stationOf(a.operation) && t.to === stationOf(next.operation),
        );
        return [
          ...(next.start < a.end ? [`${id} does ${a.operation} and ${next.operation} at the same time`] : []),
          ...(way && next.start < a.end + way.minutes
            ? [
                `${id} has ${next.start - a.end} min from ${a.operation} to ${next.operation}, the way takes ${way.minutes}`,
              ]
            : []),
        ];
      });
    }),
  ],
  parts: NOTHING,
};
