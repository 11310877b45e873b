/** Failed tests on site, said as what forbids work. */
import { openFindings, type OpenFinding } from '../../quality/site-tests';
import type { Context } from './context';
import { refuse, type Refusal } from './refusal';

/** The findings that stop and stand before what is asked. */
export function sayFindings(ctx: Context, before: (finding: OpenFinding) => boolean): Refusal | null {
  const stops = openFindings(ctx.state.tests).filter((f) => f.weight === 'stop' && before(f));
  const says = stops.map((f) => `${f.says} (${f.test.place}, ${ctx.sayTime(f.test.at)}). ${f.todo}.`);
  return says.length ? refuse('finding', says.join(' '), true) : null;
}
