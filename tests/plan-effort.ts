import { plan } from '$core/job-plan/efforts';
import { beforeAll } from 'vitest';

/** Called at the top of a file of services whose plans must be as good as those that people get. */
export const planInEarnest = (): void => beforeAll(() => plan('as usual'));
