/** Flaws that were pointed at on the fixed work become steps in the kitchen, before whatever its colour would have had next. */
import { plain, type Step } from '../../coating/route';
import { TOOL_FACTS } from '../../coating/tool';
import { fixedName, type FixedPartAt } from '../../kitchen/fixed-parts';
import type { SiteStep } from '../../takeoff/site-route';
import { doneInKitchen, kitchenWorks, type Flaw, type JobState } from '../state/state';
import { remedy } from './rework';

/** The steps that a part is coated by: insides apart, where they have a finish of their own. */
function stepsOf(part: FixedPartAt, site: readonly SiteStep[]): SiteStep[] {
  const own = site.filter((s) => !s.touchUp && !s.visit && (s.zone === part.zone || s.zone === null));
  const inside = ({ key }: SiteStep): boolean => key.includes(` ${part.zone} insides`);
  const apart = own.some(inside);
  return own.filter((s) => s.zone === null || !apart || inside(s) === (part.kind === 'inside'));
}

/** A step of the fixed work as one on a piece that is as large as the part. */
const asOnPiece = (step: SiteStep, { areaM2 }: FixedPartAt): Step => ({
  ...{ key: step.key, act: step.act, how: step.how, prep: step.prep, product: step.product, tool: step.tool },
  ...{ wet: step.wet, grit: step.grit, after: step.after, coat: 1, of: 1, face: 'front' },
  kind: step.kind === 'coat' || step.kind === 'sand' ? step.kind : 'prep',
  setupMinutes: step.tool ? TOOL_FACTS[step.tool].setupMinutes : 0,
  minutesPerPiece: step.tool ? areaM2 * TOOL_FACTS[step.tool].minutesPerM2 : step.minutes,
});

const inTheKitchen = (step: Step, { zone, areaM2 }: FixedPartAt): SiteStep => ({
  ...{ key: step.key, act: step.act, how: step.how, prep: step.prep, product: step.product, tool: step.tool },
  ...{ wet: step.wet, grit: step.grit, after: step.after, zone, areaM2 },
  kind: step.kind === 'coat' || step.kind === 'sand' ? step.kind : 'prep',
  minutes: Math.max(1, Math.ceil(step.setupMinutes + step.minutesPerPiece - 1e-9)),
  ...(step.mends ? { mends: step.mends } : {}),
});

/**
 * The steps in the kitchen with what flaws on the fixed work ask for. What was done for one stays; nothing more is asked for once it is left
 * as it is or taken back, or the kitchen is handed over.
 */
export function withKitchenRework(
  site: readonly SiteStep[],
  state: JobState,
  parts: readonly FixedPartAt[],
): SiteStep[] {
  let out = [...site];
  for (const flaw of [...state.flaws.values(), ...state.takenBackFlaws.values()]) {
    const part = parts.find((p) => p.id === flaw.piece);
    if (!part) continue;
    const isDue = ({ key }: SiteStep): boolean => (doneInKitchen(state, key) ?? Infinity) > flaw.at;
    const own = stepsOf(part, out);
    const coat = own.findLast((s) => s.kind === 'coat' && !isDue(s)) ?? null;
    const comes = own.some((s) => s.kind === 'coat' && isDue(s));
    const over = flaw.accepted !== null || state.handedOver !== null || !state.flaws.has(flaw.id);
    const steps = remedy(
      flaw,
      coat && asOnPiece(coat, part),
      own.map((s) => asOnPiece(s, part)),
      comes,
      fixedName(part.id),
    )
      .map((step) => inTheKitchen(step, part))
      .filter((s) => !over || doneInKitchen(state, s.key) !== null);
    const last = steps.at(-1);
    if (!last) continue;
    const again = steps.findLast((s) => s.product === coat?.product && s.kind === 'coat');
    const next = own.find(isDue);
    const at = next ? out.indexOf(next) : out.length;
    const waits = (step: SiteStep) =>
      again
        ? step.after.flatMap((r) =>
            r.step === coat?.key && r.film ? [{ ...r, step: again.key, max: null }] : [],
          )
        : [];
    out = [
      ...out.slice(0, at),
      ...steps,
      ...out.slice(at).map((step, i) => {
        const after = [...(i === 0 && next ? [plain(last.key)] : []), ...waits(step)];
        return after.length ? { ...step, after: [...step.after, ...after] } : step;
      }),
    ];
  }
  return out;
}

/** Whether a flaw on a part was mended: by its own steps, or by the next coat of its colour where that takes it along. */
export function isMendedInKitchen(
  flaw: Flaw,
  state: JobState,
  site: readonly SiteStep[],
  zone: string | undefined,
): boolean {
  const steps = site.filter((s) => s.mends?.flaw === flaw.id);
  if (steps.length)
    return steps.filter((s) => doneInKitchen(state, s.key) !== null).length === steps[0]?.mends?.of;
  const works = kitchenWorks(state);
  const coats = site.filter((s) => s.kind === 'coat' && !s.touchUp && s.zone === zone);
  return coats.some((s) => {
    const work = works.get(s.key);
    return work !== undefined && work.end !== null && work.start >= flaw.at;
  });
}
