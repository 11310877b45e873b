/**
 * What is done in the house beside coating: arriving and protecting, labelling and taking down, carrying to where the pieces are coated
 * and back, fitting handles, collecting the protection, and the walk through the finished kitchen. Steps in the kitchen, as the fixed
 * work is. Common practice, no source; the shipped minutes are from memory.
 */
import { frozen } from '../frozen';
import { gets, type Step } from '../coating/route';
import { hingesOf, type Condition } from '../kitchen/condition';
import type { Form } from '../kitchen/kitchen';
import type { SiteStep } from './site-route';
import type { PieceNeed, Visit, VisitKind } from './visit';
import { visitMinutes, type VisitMinutes } from './visit-minutes';

/** A step that is a visit to the kitchen. */
export type VisitStep = SiteStep & { visit: Visit };
export const isVisit = (step: SiteStep): step is VisitStep => step.visit !== undefined;

/** What is known of a piece. */
export interface VisitedPiece {
  id: string;
  form: Form;
  h: number;
  condition: Pick<Condition, 'hinges' | 'handles'>;
}

const SHUTS: readonly Form[] = frozen(['door', 'glass', 'drawer', 'pullout']);

const VISIT = 'visit.';
export const visitKey = (kind: VisitKind, lot: string | null = null): string =>
  lot === null ? `${VISIT}${kind}` : `${VISIT}${kind}.${lot}`;

const sum = (list: readonly number[]): number => list.reduce((total, n) => total + n, 0);

/**
 * Minutes to label a piece, take it down, bag its hinges and, where it is asked for, drill it by the jig.
 * @param drills whether it is drilled then, and not once it is primed
 */
export function takeDownMinutes(
  p: VisitedPiece,
  minutes: VisitMinutes = visitMinutes(),
  drills = true,
): number {
  const { label, takeDown, hinge, bag, drill, handleOff } = minutes;
  const { count } = hingesOf(p, p.condition);
  return (
    label +
    takeDown +
    count * hinge +
    (count > 0 ? bag : 0) +
    (drills && p.condition.handles === 'drill' ? drill : 0) +
    (p.condition.handles === 'keep' || p.condition.handles === 'change' ? handleOff : 0)
  );
}

/** Whether a handle goes on a piece in the end. */
const getsHandle = (p: VisitedPiece): boolean => SHUTS.includes(p.form) && p.condition.handles !== 'none';

/** Loading and unloading pieces; and the way there and back again for every load after the first. */
export function carryMinutes(
  pieces: number,
  travelMinutes: number,
  { load, carrySetup, carry }: VisitMinutes = visitMinutes(),
): number {
  const loads = Math.ceil(pieces / load);
  return carrySetup * loads + carry * pieces + 2 * travelMinutes * (loads - 1);
}

interface VisitedJob {
  lots: readonly { id: string; name: string; pieces: readonly string[] }[];
  pieces: readonly VisitedPiece[];
  route: readonly Step[];
  /** pieces are coated elsewhere and are carried there and back */
  carried: boolean;
  /** one way, minutes */
  travelMinutes: number;
  minutes: VisitMinutes;
}

/** @returns the visits of a job, in order; none where it has no pieces */
export function visitSteps({
  lots,
  pieces,
  route,
  carried,
  travelMinutes,
  minutes,
}: VisitedJob): VisitStep[] {
  const of = new Map(pieces.map((p) => [p.id, p]));
  const own = lots.filter((l) => l.pieces.length > 0);
  if (!own.length) return [];
  const step = (
    kind: VisitKind,
    lot: (typeof own)[number] | null,
    takes: number,
    [act, how]: readonly [string, string],
    needs: PieceNeed[] = [],
    members: readonly string[] = lot?.pieces ?? own.flatMap((l) => l.pieces),
  ): VisitStep => ({
    key: visitKey(kind, lot?.id),
    kind: 'visit',
    prep: null,
    act: lot && own.length > 1 ? `${act}, lot ${lot.name}` : act,
    how,
    ...{ zone: null, product: null, tool: null, wet: 1, grit: null, areaM2: 0 },
    minutes: Math.max(1, Math.ceil(takes - 1e-9)),
    after: [],
    visit: { kind, act: WORDS[kind][0], lot: lot?.id ?? null, pieces: [...members], needs },
  });
  const hang = route.find((s) => s.kind === 'hang');
  const drills = !route.some((s) => s.kind === 'drill');
  const needing = (after: readonly Omit<PieceNeed, 'pieces'>[], members: readonly string[]): PieceNeed[] =>
    after.flatMap((need) => {
      const made = route.find((s) => s.key === need.step);
      const got = made ? members.filter((p) => gets(made, p)) : [];
      return got.length ? [{ ...need, pieces: got }] : [];
    });
  const home = (hang?.after ?? []).map(({ step: key, film, stage, wet, min }) => ({
    ...{ step: key, film, stage, wet },
    min,
  }));
  const printFree = route.flatMap(({ key, kind, product, wet }) =>
    kind === 'coat' && product?.stages.handles
      ? [{ step: key, film: product, stage: 'handles' as const, wet, min: product.stages.handles.value }]
      : [],
  );
  const all = own.flatMap((l) => l.pieces);
  const known = (ids: readonly string[]): VisitedPiece[] => ids.flatMap((id) => of.get(id) ?? []);
  const handled = known(all).flatMap((p) => (getsHandle(p) ? [p.id] : []));
  return [
    step('arrive', null, minutes.arrive, WORDS.arrive),
    ...own.flatMap((lot) => {
      const [act, how] = WORDS.down;
      const members = known(lot.pieces);
      const drilled = drills && members.some((p) => p.condition.handles === 'drill');
      const carrying = carryMinutes(lot.pieces.length, travelMinutes, minutes);
      const taking = sum(members.map((p) => takeDownMinutes(p, minutes, drills)));
      return [
        step('down', lot, taking, [drilled ? 'Label, drill by the jig and take down' : act, how]),
        ...(carried
          ? [
              step('out', lot, carrying, WORDS.out),
              step('back', lot, carrying, WORDS.back, needing(home, lot.pieces)),
            ]
          : []),
      ];
    }),
    ...(handled.length
      ? [
          step(
            'handles',
            null,
            minutes.visit + minutes.handleOn * handled.length,
            WORDS.handles,
            needing(printFree, handled),
            handled,
          ),
        ]
      : []),
    step('collect', null, minutes.collect, WORDS.collect),
    step('walk', null, minutes.walk, WORDS.walk),
  ];
}

const WORDS = frozen({
  arrive: [
    'Arrive and protect',
    'Floors, worktops and the way to the door covered; where pieces and bags will lie is cleared.',
  ],
  down: [
    'Label and take down',
    'The label before the first screw; every hinge into its bag; drawers empty. Ticked piece by piece under Take down.',
  ],
  out: ['Carry to where it is coated', 'Standing, face to face with paper between, never face to hinge.'],
  back: ['Carry home', 'Wrapped, edges free, only once the film may be handled.'],
  handles: [
    'Fit handles',
    'Only once the film takes no print: snug, not tight. Ticked piece by piece under Hang.',
  ],
  collect: ['Collect protection and bins', 'Tape, paper, bins and left-over paint; the floor is swept.'],
  walk: [
    'Walk through the kitchen with the owner',
    'Every door opened and shut; what is seen is noted under Hand over; how to care for the finish is told.',
  ],
} as const satisfies Record<VisitKind, readonly [string, string]>);
