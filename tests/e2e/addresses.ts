/** Addresses that tests of every page go through. */

/** Pages that stand by themselves. */
export const COMPANY_PAGES = [
  '/',
  '/jobs',
  '/jobs/new',
  '/settings',
  '/calendar',
  '/jobs/bring-in',
  '/systems',
  '/systems/two-pack',
  '/air',
  '/lasting',
  '/rounds',
  '/lasting/recall',
  '/jobs/kept-paint',
  '/drying',
];

/** Pages of a job, after its address. */
export const JOB_PAGES = [
  'survey',
  'survey/pieces',
  'survey/tests',
  'survey/files',
  'plan',
  'plan/system',
  'plan/take-off',
  'plan/offer',
  'plan/mix',
  'take-down',
  'take-down/labels',
  'coat',
  'hang',
  'hand-over',
  'check',
  'customer',
];

/** What else a job answers at. */
export const JOB_FILES = [
  'scan',
  'manage',
  'hand-over/pack.pdf',
  'job.json',
  'pieces.csv',
  'plan/ask.json',
  'plan/plan.json',
  'plan/calendar.ics',
  'plan/customer.ics',
  'plan/work-order.pdf',
];
