/** What a household says of what it sees: its own words for it. */
export const REPORT_KINDS = ['nick', 'mark', 'sticks', 'peels', 'colour', 'other'] as const;
export type ReportKind = (typeof REPORT_KINDS)[number];
