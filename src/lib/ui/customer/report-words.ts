/** What households report, as it is said. */
import type { ReportKind } from '$core/quality/report-kinds';

export const REPORT_WORDS: Record<ReportKind, string> = {
  nick: 'a nick',
  mark: 'a mark',
  sticks: 'it sticks',
  peels: 'it peels',
  colour: 'the colour',
  other: 'something else',
};
export const REPORT_MORE: Record<ReportKind, string> = {
  nick: 'a chip, a dent, paint knocked off',
  mark: 'a stain, a scratch, a print of something',
  sticks: 'a door clings to its frame, or rubs',
  peels: 'paint comes off or bubbles',
  colour: 'colour or shine differs',
  other: 'write what it is',
};
