/** What `npm run plan` does, apart from printing it. */
import { sayNoPlan } from '../../src/lib/core/planning/model/say-cause';
import { isPlan } from '../../src/lib/core/planning/model/infeasible';
import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { audit } from '../../src/lib/core/planning/audit/audit';
import { readProblem } from '../../src/lib/core/planning/model/problem';
import { solve } from '../../src/lib/core/planning/search/solve';

const USAGE = 'Usage: npm run plan -- problem.json [--seconds N]';

/** `status`: 0 a plan; 1 the arguments or the file are malformed, or the plan is wrong; 2 there is no right plan. */
export interface Said {
  status: 0 | 1 | 2;
  stdout: string;
  stderr: string;
}

const wrong = (stderr: string): Said => ({ status: 1, stdout: '', stderr });
const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));

function asked(args: string[]): { file: string; seconds: number } | string {
  try {
    const { values, positionals } = parseArgs({
      args,
      options: { seconds: { type: 'string', default: '2' } },
      allowPositionals: true,
    });
    const seconds = Number(values.seconds);
    const [file, ...more] = positionals;
    if (file === undefined || more.length) return USAGE;
    return seconds > 0 && seconds <= 86_400 ? { file, seconds } : `--seconds is a number above 0. ${USAGE}`;
  } catch (error) {
    return `${messageOf(error)}. ${USAGE}`;
  }
}

/** Plans the problem of a file within a time. @param args after the name of the command */
export function planCommand(args: string[]): Said {
  const given = asked(args);
  if (typeof given === 'string') return wrong(given);
  const { file, seconds } = given;
  let json: unknown;
  try {
    json = JSON.parse(readFileSync(file, 'utf8'));
  } catch (error) {
    return wrong(`${file}: ${messageOf(error)}`);
  }
  const read = readProblem(json);
  if ('faults' in read) return wrong(read.faults.map((f) => `${file}: ${f}`).join('\n'));
  // Reading and checking take their part of the time.
  const until = performance.now() + seconds * 850;
  const result = solve(read.problem, {
    seed: 1,
    steps: Math.ceil(seconds * 1000),
    learning: Math.max(1, seconds),
    stop: () => performance.now() > until,
  });
  // A wrong plan is not printed.
  const faults = isPlan(result) ? audit(read.problem, result) : [];
  if (faults.length) return wrong(`The plan is wrong: ${faults.join('; ')}`);
  const stdout = JSON.stringify(result, null, 1);
  return isPlan(result)
    ? { status: 0, stdout, stderr: '' }
    : { status: 2, stdout, stderr: sayNoPlan(result) };
}
