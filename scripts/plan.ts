/** `npm run plan -- problem.json [--seconds N]`: prints the plan as JSON. */
import { planCommand } from './parts/plan-command';

const { status, stdout, stderr } = planCommand(process.argv.slice(2));
if (stdout) console.log(stdout);
if (stderr) console.error(stderr);
process.exitCode = status;
