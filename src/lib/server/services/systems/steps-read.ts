/** The steps of a system as they are read on its page: every figure with where it comes from. */
import type { Basis } from '$core/coating/basis';
import { HANDLING } from '$core/coating/handling';
import { coatTitle } from '$core/coating/methods';
import type { Figure, Layer, Prep, PrepFor, System } from '$core/coating/system';
import { toolBasis, TOOL_FACTS, type ToolFacts } from '$core/coating/tool';
import { writeWait } from '$core/units/wait';

/** A figure in words, and where it comes from; without a basis it is none. */
export interface Said {
  words: string;
  basis: Basis | null;
}
interface StepRead {
  act: string;
  on: Prep['on'];
  says: Said[];
}

const FOR: Record<Exclude<PrepFor, 'all'>, string> = {
  holes: 'pieces with chips or old holes',
  'new holes': 'pieces that get new holes',
  loose: 'pieces with loose paint',
  'open grain': 'pieces with open grain',
  glass: 'glass doors',
  'mould release': 'new factory fronts',
  'old wax': 'pieces with old wax',
};

const plainly = (words: string): Said => ({ words, basis: null });
const said = (words: string, { basis, note, by }: Basis): Said => ({
  words,
  basis: { basis, ...(note ? { note } : {}), ...(by ? { by } : {}) },
});
const wait = (before: string, figure: Figure, after = ''): Said =>
  said(`${before}${writeWait(figure.value)}${after}`, figure);

function prepRead(p: Prep): StepRead {
  return {
    act: p.act,
    on: p.on,
    says: [
      ...(p.for === 'all' ? [] : [plainly(`only ${FOR[p.for]}`)]),
      ...(p.faces === 'front' ? [plainly('fronts only')] : []),
      ...(p.grit && p.basis.grit ? [said(`grit ${p.grit}`, p.basis.grit)] : []),
      said(`${p.minutesPerPiece.value} min a ${p.on === 'kitchen' ? 'm²' : 'piece'}`, p.minutesPerPiece),
      ...(p.dwell ? [wait('leave it on ', p.dwell)] : []),
      ...(p.dry.value ? [wait('then wait ', p.dry)] : []),
      ...(p.holds ? [wait('coat within ', p.holds)] : []),
    ],
  };
}

const UNKNOWN: Basis = { basis: 'from memory' };

function layerRead(system: System, layer: Layer): StepRead {
  const product = system.products.find((p) => p.key === layer.product);
  const tool = layer.tool ?? system.tool;
  const { basis } = layer;
  return {
    act: `${coatTitle(product?.kind ?? 'finish')} with ${product?.name ?? ''}`,
    on: 'pieces',
    says: [
      said(`backs ×${layer.coats.back}, fronts ×${layer.coats.front}`, basis.coats ?? UNKNOWN),
      plainly(TOOL_FACTS[tool].name),
      ...(layer.sandFirst ? [said(`sand ${layer.sandFirst} before`, basis.sandFirst ?? UNKNOWN)] : []),
      ...(layer.sandBetween ? [said(`sand ${layer.sandBetween} between`, basis.sandBetween ?? UNKNOWN)] : []),
      ...(layer.waitFirst ? [wait('waits ', layer.waitFirst, ' for what is below')] : []),
      ...(layer.full ? [said(`later coats ×${layer.full.later.value} of the film`, layer.full.later)] : []),
      ...(layer.then ? [wait(`${layer.then.act.toLowerCase()} after `, layer.then.wait)] : []),
      ...(layer.why ? [plainly(`because: ${layer.why}`)] : []),
    ],
  };
}

/** Prep, layers and closing steps, in order. */
export const stepsRead = (system: System): StepRead[] => [
  ...system.prep.map(prepRead),
  ...system.layers.map((layer) => layerRead(system, layer)),
  ...system.close.map(prepRead),
];

const TOOL_WORDS: readonly [keyof ToolFacts, (facts: ToolFacts) => string][] = [
  ['minutesPerFace', (t) => `${t.minutesPerFace.toFixed(1)} min a face`],
  ['minutesPerM2', (t) => `${t.minutesPerM2} min a m² of fixed work`],
  ['setupMinutes', (t) => `${t.setupMinutes} min to set up`],
  ['changeoverMinutes', (t) => `${t.changeoverMinutes} min to change over`],
  ['transfer', (t) => `${Math.round(t.transfer * 100)} % reaches the work`],
  ['lossMl', (t) => `${t.lossMl} mL lost a load`],
];

/** What the tools of a system and the handling of pieces take. */
export function handlingRead(system: System): StepRead[] {
  const tools = [...new Set([system.tool, ...system.layers.flatMap((l) => l.tool ?? [])])];
  return [
    ...tools.map((tool): StepRead => ({
      act: TOOL_FACTS[tool].name,
      on: 'pieces',
      says: TOOL_WORDS.map(([figure, words]) => said(words(TOOL_FACTS[tool]), toolBasis(tool, figure))),
    })),
    {
      act: 'handling',
      on: 'pieces',
      says: Object.values(HANDLING).map((f) => said(`${f.note ?? ''}: ${f.value} min`, { basis: f.basis })),
    },
  ];
}
