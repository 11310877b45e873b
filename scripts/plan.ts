/**
 * `npm run plan -- problem.json [--seconds N]`: prints the plan as JSON.
 * Status 0: a plan; 1: the file is malformed; 2: there is no right plan.
 */
import { readFileSync } from 'node:fs';
import { audit } from '../src/lib/core/planning/audit';
import { readProblem } from '../src/lib/core/planning/model/problem';
import { solve } from '../src/lib/core/planning/search/solve';

const args = process.argv.slice(2);
const flag = args.indexOf('--seconds');
const seconds = flag < 0 ? 2 : Number(args[flag + 1]);
const file = args.find((a, i) => !a.startsWith('--') && (flag < 0 || i !== flag + 1));

function stop(message: string): never {
  console.error(message);
  process.exit(1);
}

if (!file || !(seconds > 0)) stop('Usage: npm run plan -- problem.json [--seconds N]');
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
console.log(JSON.stringify(result, null, 1));
if ('infeasible' in result) {
  console.error(result.reason);
  process.exit(2);
}
const faults = audit(read.problem, result);
if (faults.length) stop(`The plan is wrong: ${faults.join('; ')}`);
