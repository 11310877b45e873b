/** What lays the paint. */
export const TOOLS = ['spray', 'brush-roller'] as const;
export type Tool = (typeof TOOLS)[number];
