/** What the plan page is given, as its parts take it. */
import type { PageData } from '../../../routes/jobs/[job]/plan/$types';

export type PlanData = PageData;
