import type { labelPage } from '$server/services/take-down/label-page';

export type LabelPage = ReturnType<typeof labelPage>;
