/** A kitchen that comes down and goes home in parts, so that the household is never without all of it. */
import type { Kitchen } from './kitchen';

export const STAGINGS = ['together', 'uppers-first', 'lowers-first', 'island-first', 'island-last'] as const;
export type Staging = (typeof STAGINGS)[number];

export const STAGING_NAMES: Readonly<Record<Staging, string>> = {
  together: 'all of it at once',
  'uppers-first': 'hung cabinets, then the rest',
  'lowers-first': 'floor cabinets and island, then what hangs',
  'island-first': 'the island, then the rest',
  'island-last': 'all but the island, then the island',
};

/** Where something stands. */
export interface Stand {
  /** it belongs to a hung cabinet */
  upper: boolean;
  /** it stands on an island */
  island: boolean;
}

/** The stage in which something comes down: 0 or 1. */
export function stageOf(staging: Staging, { upper, island }: Stand): number {
  switch (staging) {
    case 'together':
      return 0;
    case 'uppers-first':
      return upper ? 0 : 1;
    case 'lowers-first':
      return upper ? 1 : 0;
    case 'island-first':
      return island ? 0 : 1;
    case 'island-last':
      return island ? 1 : 0;
  }
}

/** What a stage is called. */
export function stageWords(staging: Staging, stage: number): string {
  const words: Record<Staging, [string, string]> = {
    together: ['', ''],
    'uppers-first': ['uppers', 'lowers'],
    'lowers-first': ['lowers', 'uppers'],
    'island-first': ['island', 'walls'],
    'island-last': ['walls', 'island'],
  };
  return words[staging][stage === 0 ? 0 : 1];
}

/** Where the pieces of a cabinet stand. */
export function standOf(
  { walls }: Kitchen,
  { wall, cabinet }: { wall: string; cabinet: number | null },
): Stand {
  const found = walls.find((w) => w.name === wall);
  const band = cabinet === null ? null : found?.cabinets[cabinet]?.band;
  return { upper: band === 'upper', island: found?.island ?? false };
}
