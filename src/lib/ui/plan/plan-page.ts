/** What the parts of the plan page are given: what the service gives, and what every page knows. */
import type { Measures } from '$core/units/measures';
import type { LengthUnit } from '$core/units/length';
import type { Planning } from '$server/services/plan/open-planned';
import type { PlanPage } from '$server/services/plan/plan-page';

export type PlanData = PlanPage & {
  jobId: string;
  zone: string;
  now: number;
  measures: Measures;
  unit: LengthUnit;
  /** colours of the job */
  colours: number;
  /** plans that are being made */
  planning: readonly Planning[];
};
