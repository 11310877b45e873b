/** What a household says of what it sees: its own words for it. */
import { frozen } from '../frozen';
export const REPORT_KINDS = frozen(['nick', 'mark', 'sticks', 'peels', 'colour', 'other'] as const);
export type ReportKind = (typeof REPORT_KINDS)[number];
