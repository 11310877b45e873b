/** Flaws that are neither mended nor left as they are. */
import { facesOf, type Step } from '../../coating/route';
import { isFixedId } from '../../kitchen/fixed-parts';
import type { SiteStep } from '../../takeoff/site-route';
import { pieceState, type Flaw, type JobState } from '../state/state';
import { isMendedInKitchen } from './kitchen-rework';

function isMended(flaw: Flaw, state: JobState, route: readonly Step[]): boolean {
  const { done } = pieceState(state, flaw.piece);
  const steps = route.filter((s) => s.mends?.flaw === flaw.id);
  return steps.length
    ? steps.filter((s) => done.has(s.key)).length === steps[0]?.mends?.of
    : route.some(
        (s) =>
          s.kind === 'coat' && facesOf(s).includes(flaw.face) && (done.get(s.key)?.start ?? 0) >= flaw.at,
      );
}

/**
 * @param inKitchen the steps in the kitchen, and the colour zones of the parts of the fixed work, by their ids; without them only pieces are told
 * @returns by piece, or by part of the fixed work
 */
export function openFlaws(
  state: JobState,
  route: readonly Step[],
  inKitchen?: { site: readonly SiteStep[]; parts: ReadonlyMap<string, string> },
): Map<string, Flaw[]> {
  const out = new Map<string, Flaw[]>();
  for (const flaw of state.flaws.values()) {
    if (flaw.accepted !== null) continue;
    const onFixed = isFixedId(flaw.piece);
    if (onFixed && !inKitchen) continue;
    const mended =
      onFixed && inKitchen
        ? isMendedInKitchen(flaw, state, inKitchen.site, inKitchen.parts.get(flaw.piece))
        : isMended(flaw, state, route);
    if (!mended) out.set(flaw.piece, [...(out.get(flaw.piece) ?? []), flaw]);
  }
  return out;
}
