/**
 * The auditor: checks a plan against every rule of docs/methods/plan.md and names each fault. It shares no code with
 * the searches.
 */
import type { Plan, Problem } from '../model/problem';
import { RULES } from '../rules';
import { audited } from '../rules/audited';

/** Whether each operation is planned once, and within the horizon. */
function completeness(problem: Problem, plan: Plan): string[] {
  const known = new Set(problem.operations.map((o) => o.id));
  const times = new Map<string, number>();
  for (const { operation } of plan.assignments) times.set(operation, (times.get(operation) ?? 0) + 1);
  return [
    ...[...times].flatMap(([id, n]) => (n > 1 ? [`${id} is planned twice`] : [])),
    ...[...times.keys()].flatMap((id) => (known.has(id) ? [] : [`${id} is not in the problem`])),
    ...[...known].flatMap((id) => (times.has(id) ? [] : [`${id} is not planned`])),
    ...plan.assignments.flatMap(({ operation, end }) =>
      end > problem.horizon ? [`${operation} ends at ${end}, after the horizon`] : [],
    ),
  ];
}

/** Whether a plan's figures are its own. */
function figures({ finish }: Problem, { assignments, makespan, lowerBound }: Plan): string[] {
  const ends = new Map(assignments.map((a) => [a.operation, a.end]));
  const last = Math.max(...finish.map((f) => (ends.get(f.operation) ?? 0) + f.tail));
  return [
    ...(makespan === last ? [] : [`The makespan is given as ${makespan}, it is ${last}`]),
    ...(lowerBound > makespan ? [`The lower bound ${lowerBound} is above the makespan ${makespan}`] : []),
  ];
}

/**
 * @param problem the problem
 * @param plan the plan to check; its lower bound is only checked against its makespan
 * @returns the faults in words, empty for a right plan
 */
export function audit(problem: Problem, plan: Plan, rules = RULES): string[] {
  const read = audited(problem, plan);
  return [
    ...completeness(problem, plan),
    ...rules.flatMap((rule) => rule.audit(read)),
    ...figures(problem, plan),
  ];
}
