/** What the survey of a piece asks of its prep. */
import { frozen } from '../frozen';
import type { PrepFor } from '../coating/system';
import type { Condition } from './condition';
import type { Form } from './kitchen';

/** Woods whose grain is open, and those that nobody looked at. */
const MAY_BE_OPEN: readonly Condition['wood'][] = frozen(['oak', 'ash', 'unknown']);

type SurveyedForPrep = Pick<
  Condition,
  'wood' | 'oldFinish' | 'handles' | 'chips' | 'loose' | 'fresh' | 'profile' | 'box'
>;

/** The steps that a piece gets beside what every piece gets. */
export function asksOf(form: Form, c: SurveyedForPrep): PrepFor[] {
  return [
    ...(c.handles === 'drill' ? (['new holes'] as const) : []),
    ...(c.handles === 'drill' || c.chips ? (['holes'] as const) : []),
    ...(c.loose ? (['loose'] as const) : []),
    ...(MAY_BE_OPEN.includes(c.wood) ? (['open grain'] as const) : []),
    ...(form === 'glass' ? (['glass'] as const) : []),
    ...(c.fresh ? (['mould release'] as const) : []),
    ...(c.oldFinish === 'wax' ? (['old wax'] as const) : []),
  ];
}
