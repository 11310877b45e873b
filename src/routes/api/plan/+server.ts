import { sayNoPlan } from '$core/planning/model/say-cause';
import { isPlan } from '$core/planning/model/infeasible';
import { json } from '@sveltejs/kit';
import { readProblem } from '$core/planning/model/problem';
import { hungUp } from '$server/base/hung-up';
import { planProblem } from '$server/services/plan/plan-problem';
import { Refused } from '$server/base/refused';
import type { RequestHandler } from './$types';

/** Largest problem that is read, bytes. */
const MOST_BYTES = 8_000_000;

/** Plans a problem sent as JSON (docs/methods/plan.md). */
export const POST: RequestHandler = async (event) => {
  const { request } = event;
  const bytes = await request.arrayBuffer();
  if (bytes.byteLength > MOST_BYTES)
    return json(
      { error: 'malformed', faults: [`problem: it is larger than ${MOST_BYTES / 1e6} MB`] },
      { status: 413 },
    );
  let body: unknown;
  try {
    body = JSON.parse(new TextDecoder().decode(bytes));
  } catch {
    return json({ error: 'malformed', faults: ['problem: this is not JSON'] }, { status: 400 });
  }
  const read = readProblem(body);
  if ('faults' in read) return json({ error: 'malformed', faults: read.faults }, { status: 400 });
  try {
    const result = await planProblem(read.problem, hungUp(event));
    return isPlan(result) ? json(result) : json({ ...result, reason: sayNoPlan(result) }, { status: 422 });
  } catch (error) {
    if (error instanceof Refused) return json({ error: error.message }, { status: error.status });
    throw error;
  }
};
