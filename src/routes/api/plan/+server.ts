import { json } from '@sveltejs/kit';
import { readProblem } from '$core/planning/problem';
import { solve } from '$core/planning/solve';
import type { RequestHandler } from './$types';

/** The search stops after this long with the best plan so far, ms. */
const LIMIT = 1700;

/** Plans a problem sent as JSON (docs/methods/plan.md). */
export const POST: RequestHandler = async ({ request }) => {
  let body: unknown;
  try {
    body = await request.json();
  } catch {
    return json({ error: 'malformed', faults: ['problem: this is not JSON'] }, { status: 400 });
  }
  const read = readProblem(body);
  if ('faults' in read) return json({ error: 'malformed', faults: read.faults }, { status: 400 });
  const until = performance.now() + LIMIT;
  const result = solve(read.problem, {
    seed: 1,
    steps: 1500,
    nodes: 1_000_000,
    stop: () => performance.now() > until,
  });
  return json(result, { status: 'infeasible' in result ? 422 : 200 });
};
