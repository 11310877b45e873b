/**
 * `npm run plan -- problem.json [--seconds N]`: prints the plan as JSON.
 * Status 0: a plan; 1: the arguments or the file are malformed, or the plan is wrong; 2: there is no right plan.
 */
import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { audit } from '../src/lib/core/planning/audit';
import { readProblem } from '../src/lib/core/planning/model/problem';
import { solve } from '../src/lib/core/planning/search/solve';

const USAGE = 'Usage: npm run plan -- problem.json [--seconds N]';

function stop(message: string): never {
  console.error(message);
  process.exit(1);
}

function asked(): { file: string; seconds: number } {
  try {
    const { values, positionals } = parseArgs({
      options: { seconds: { type: 'string', default: '2' } },
      allowPositionals: true,
    });
    const seconds = Number(values.seconds);
    const [file, ...more] = positionals;
    if (file === undefined || more.length) stop(USAGE);
    if (!(seconds > 0 && seconds <= 86_400)) stop(`--seconds is a number above 0. ${USAGE}`);
    return { file, seconds };
  } catch (error) {
    stop(`${error instanceof Error ? error.message : String(error)}. ${USAGE}`);
  }
}

const { file, seconds } = asked();
let json: unknown;
try {
  json = JSON.parse(readFileSync(file, 'utf8'));
} catch (error) {
  stop(`${file}: ${error instanceof Error ? error.message : String(error)}`);
}
const read = readProblem(json);
if ('faults' in read) stop(read.faults.map((f) => `${file}: ${f}`).join('\n'));
// Reading and checking take their part of the time.
const until = performance.now() + seconds * 850;
const result = solve(read.problem, {
  seed: 1,
  steps: Math.ceil(seconds * 1000),
  nodes: 10_000_000,
  stop: () => performance.now() > until,
});
// A wrong plan is not printed.
const faults = 'infeasible' in result ? [] : audit(read.problem, result);
if (faults.length) stop(`The plan is wrong: ${faults.join('; ')}`);
console.log(JSON.stringify(result, null, 1));
if ('infeasible' in result) {
  console.error(result.reason);
  process.exit(2);
}
