/** A kitchen that comes down and goes home in parts, so that the household is never without all of it. */
import { frozen } from '../frozen';
import { z } from 'zod';
import type { Kitchen } from './kitchen';

const BY_PLACE = frozen(['together', 'uppers-first', 'lowers-first', 'island-first', 'island-last'] as const);
const LAST = 'wall-last:';

/** All at once, by where it stands, or one wall last: the side that is cooked at, say. */
export const stagingSchema = z.union([
  z.enum(BY_PLACE),
  z.templateLiteral([LAST, z.string().min(1).max(60)]),
]);
export type Staging = z.infer<typeof stagingSchema>;

/** What a kitchen's pieces may be staged by. */
export function stagingsOf({ walls }: Kitchen): Staging[] {
  const own = walls.filter((w) => w.cabinets.length > 0);
  return [...BY_PLACE, ...(own.length > 1 ? own.map((w): Staging => `${LAST}${w.name}`) : [])];
}

const NAMES: Readonly<Record<(typeof BY_PLACE)[number], string>> = frozen({
  together: 'all of it at once',
  'uppers-first': 'hung cabinets, then the rest',
  'lowers-first': 'floor cabinets and island, then what hangs',
  'island-first': 'the island, then the rest',
  'island-last': 'all but the island, then the island',
});

/** The wall that comes down last; null where it is staged otherwise. */
export const lastWall = (staging: Staging): string | null =>
  staging.startsWith(LAST) ? staging.slice(LAST.length) : null;

export function stagingName(staging: Staging): string {
  const wall = lastWall(staging);
  return wall === null ? NAMES[staging as keyof typeof NAMES] : `all but ${wall}, then ${wall}`;
}

/** Where something stands. */
interface Stand {
  /** it belongs to a hung cabinet */
  upper: boolean;
  /** it stands on an island */
  island: boolean;
  /** name of its wall or island */
  wall: string;
}

/** The stage in which something comes down: 0 or 1. */
export function stageOf(staging: Staging, { upper, island, wall }: Stand): number {
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
    default:
      return wall === lastWall(staging) ? 1 : 0;
  }
}

/** What a stage is called. */
export function stageWords(staging: Staging, stage: number): string {
  const words: Record<(typeof BY_PLACE)[number], [string, string]> = {
    together: ['', ''],
    'uppers-first': ['uppers', 'lowers'],
    'lowers-first': ['lowers', 'uppers'],
    'island-first': ['island', 'walls'],
    'island-last': ['walls', 'island'],
  };
  const wall = lastWall(staging);
  const [first, second] = wall === null ? words[staging as keyof typeof words] : ['the rest', wall];
  return stage === 0 ? first : second;
}

/** Where the pieces of a cabinet stand. */
export function standOf(
  { walls }: Kitchen,
  { wall, cabinet }: { wall: string; cabinet: number | null },
): Stand {
  const found = walls.find((w) => w.name === wall);
  const band = cabinet === null ? null : found?.cabinets[cabinet]?.band;
  return { upper: band === 'upper', island: found?.island ?? false, wall };
}
