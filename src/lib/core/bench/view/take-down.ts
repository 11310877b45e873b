/** Taking down: what is to be done to each piece, and the account of where all of them are. */
import { hingesOf, type Condition } from '../../kitchen/condition';
import type { Form } from '../../kitchen/kitchen';
import type { JobState, PieceState } from '../state/state';
import type { Tick } from '../state/ticks';

interface PieceToTakeDown {
  id: string;
  form: Form;
  h: number;
  condition: Condition;
}

/** What is to be ticked for a piece before it can be coated, in the order of the work. */
export function ticksFor(piece: PieceToTakeDown): Tick[] {
  const hinges = hingesOf(piece, piece.condition);
  const shuts =
    piece.form === 'door' || piece.form === 'glass' || piece.form === 'drawer' || piece.form === 'pullout';
  return [
    'coded',
    ...(hinges.count > 0 && hinges.bagged ? (['bagged'] as const) : []),
    ...(piece.condition.handles === 'drill' ? (['holes'] as const) : []),
    ...(shuts ? (['bumpers'] as const) : []),
  ];
}

/** When the first of the pieces that are not home came down, or was worked on first, ms since 1970; null where all of them hang. */
export function downSince(state: JobState, pieces: readonly string[]): number | null {
  const gone = pieces.flatMap((id) => {
    const own = state.pieces.get(id);
    if (!own || own.hungIn !== null) return [];
    return [...(own.downAt === null ? [] : [own.downAt]), ...[...own.done.values()].map((d) => d.start)];
  });
  return gone.length ? Math.min(...gone) : null;
}

/** Where a piece is, as one of four. */
type Whereabouts = 'missing' | 'home' | 'down' | 'up';
/** Where a piece is: on its wall, taken down, home again, or missing. */
export const whereabouts = (state: PieceState): Whereabouts =>
  state.missing !== null ? 'missing' : state.hungIn !== null ? 'home' : state.down ? 'down' : 'up';

/** The account: every piece is in exactly one of the four counts. */
export interface Account {
  total: number;
  up: number;
  /** pieces with a label on, wherever they are */
  labelled: number;
  down: number;
  home: number;
  missing: number;
  /** pieces whose hinges come off, and how many are bagged */
  bags: { due: number; bagged: number };
  /** pieces that are down, by place, most first */
  places: { place: string; pieces: number }[];
}

/** Counts where all pieces are. */
export function account(state: JobState, pieces: readonly PieceToTakeDown[]): Account {
  const counts: Account = {
    total: pieces.length,
    up: 0,
    labelled: 0,
    down: 0,
    home: 0,
    missing: 0,
    bags: { due: 0, bagged: 0 },
    places: [],
  };
  const places = new Map<string, number>();
  for (const piece of pieces) {
    const own = state.pieces.get(piece.id);
    const where = own ? whereabouts(own) : 'up';
    counts[where]++;
    if (own?.labelled) counts.labelled++;
    if (own && where === 'down') places.set(own.place, (places.get(own.place) ?? 0) + 1);
    if (ticksFor(piece).includes('bagged')) {
      counts.bags.due++;
      if (own?.ticks.has('bagged')) counts.bags.bagged++;
    }
  }
  counts.places = [...places]
    .map(([place, n]) => ({ place, pieces: n }))
    .sort((a, b) => b.pieces - a.pieces || (a.place < b.place ? -1 : 1));
  return counts;
}
