/** Observations of the pieces of many kitchens, as views ask for them. */
import { keepFor } from '../units/keep-last';
import { DAY } from '$core/units/durations';
import type { KitchenRecord, PieceRecord, Spell } from './record';
import { observe, type Observed } from './observe';

export interface SamplePiece extends Observed {
  /** the kitchen */
  cluster: string;
  piece: PieceRecord;
  /** its own traits and those of its kitchen; pieces that are alike share them */
  traits: Readonly<Record<string, string>>;
  spell: Spell;
}

/** What a piece, or its kitchen, is by a trait; null where nothing is known. */
export const traitOf = ({ traits }: Pick<SamplePiece, 'traits'>, trait: string): string | null =>
  traits[trait] ?? null;

/** Many pieces are alike: their traits are kept once. */
const shared = new Map<string, Readonly<Record<string, string>>>();
const MOST_SHARED = 20_000;

function sharedTraits(own: Readonly<Record<string, string>>): Readonly<Record<string, string>> {
  const key = JSON.stringify(own);
  const known = shared.get(key);
  if (known) return known;
  if (shared.size >= MOST_SHARED) shared.clear();
  shared.set(key, own);
  return own;
}

export interface Sample {
  pieces: SamplePiece[];
  /** the same by kitchen */
  byKitchen: readonly SamplePiece[][];
  /** kitchens that somebody looked at */
  kitchens: number;
  /** looks at pieces, and visits: days on which a kitchen was looked at */
  looks: number;
  visits: number;
  failures: number;
  /** pieces that hang and no visit ever chose */
  unseen: number;
}

/** What one kitchen adds. */
interface Share {
  pieces: SamplePiece[];
  looks: number;
  visits: number;
  unseen: number;
}

/** Records are not changed: what was made of one stays good. */
const shares = keepFor<readonly PieceRecord[], Share>();
const shareOf = (record: KitchenRecord, kind: string | null, spell: 1 | 2): Share =>
  shares(record.pieces, `${spell} ${kind ?? ''}`, () => makeShare(record, kind, spell));

function makeShare({ job, traits, pieces }: KitchenRecord, kind: string | null, spell: 1 | 2): Share {
  const days = new Set<number>();
  const share: Share = { pieces: [], looks: 0, visits: 0, unseen: 0 };
  for (const piece of pieces) {
    const chosen = piece.spells[spell - 1];
    if (!chosen) continue;
    // Who is known of only because something was wrong would make all look worse: a visit must have chosen it once.
    const visited = piece.spells.some((s) => s.looks.some((l) => l.how === 'visit'));
    const seen = visited ? observe(chosen, kind) : null;
    if (!seen) {
      share.unseen++;
      continue;
    }
    for (const look of chosen.looks) {
      share.looks++;
      if (look.how !== 'report') days.add(Math.floor(chosen.start / DAY + look.day));
    }
    share.pieces.push({
      ...seen,
      cluster: job,
      piece,
      spell: chosen,
      traits: sharedTraits({ ...traits, ...piece.traits }),
    });
  }
  share.visits = days.size;
  return share;
}

/**
 * @param kind key of the failure asked for; null for any
 * @param spell 1 for first films, 2 for those after a failure or a recoat
 */
export function sampleOf(records: readonly KitchenRecord[], kind: string | null, spell: 1 | 2 = 1): Sample {
  const shares = records.map((r) => shareOf(r, kind, spell));
  const sum = (of: (s: Share) => number): number => shares.reduce((total, s) => total + of(s), 0);
  const pieces = shares.flatMap((s) => s.pieces);
  return {
    pieces,
    byKitchen: shares.map((s) => s.pieces),
    kitchens: shares.filter((s) => s.pieces.length > 0).length,
    looks: sum((s) => s.looks),
    visits: sum((s) => s.visits),
    failures: pieces.filter((p) => p.right !== null).length,
    unseen: sum((s) => s.unseen),
  };
}
