/** Method cards: how a step is done, what to look for, what goes wrong and how it shows. Common practice, no source. */
import { frozen } from '../frozen';
import type { Doing } from './cautions';
import type { Step } from './route';
import type { Prep, PrepKind, ProductKind } from './system';
import { TOOL_FACTS, type Tool } from './tool';

export interface MethodCard {
  title: string;
  how: readonly string[];
  /** what a good one looks like */
  lookFor: string;
  mistakes: readonly { mistake: string; sign: string }[];
  /** brush and roller, or gun, between coats; null where none is used */
  care: string | null;
}

const BRUSH_CARE =
  'Between coats wrap brush and roller airtight; overnight wash them out. A dry brush drags, one that was left in the can sheds.';
const GUN_CARE =
  'Between coats leave the tip in its solvent and the gun trigger-locked; at a change of product flush until it runs clear, clean tip and filters.';

const PREP: Record<PrepKind, Omit<MethodCard, 'title' | 'care'>> = frozen({
  protect: {
    how: [
      'Clean the floor along the plinth, or the tape lets go.',
      'Paper on the floor, with plastic between two layers where a sprayer works; counters twice.',
      'Appliances, walls, the next rooms; a dust wall, and a fan that draws outwards.',
      'The least sticky tape on ceilings and fresh paint.',
    ],
    lookFor: 'No edge of paper that a foot can lift, no light through the dust wall.',
    mistakes: [
      { mistake: 'one layer on the counter', sign: 'a dent or a ring under the paper' },
      { mistake: 'strong tape on a fresh wall', sign: 'paint comes off with it' },
    ],
  },
  clean: {
    how: [
      'Gloves and goggles; cleaner as the label mixes it (16 fl oz of liquid or two tablespoons of granules to a US gallon of hot water).',
      'Scrub with the grain; a soft brush in the grooves; longest at handles and above the stove.',
      'Rinse the cleaner off with clean water, twice. Dry with a cloth.',
      'Rub a white cloth over it: clean again until the cloth stays white.',
    ],
    lookFor: 'A white cloth that stays white; water that spreads and does not bead.',
    mistakes: [
      { mistake: 'cleaner not rinsed off', sign: 'paint crawls or stays soft there' },
      { mistake: 'ammonia glass cleaner', sign: 'a film the primer does not hold on' },
      { mistake: 'coated while damp', sign: 'paint pulls away from grooves' },
    ],
  },
  degloss: {
    how: [
      'Wipe it on with a lint-free cloth, a door at a time.',
      'Let it dwell as the label says, then wipe with a clean cloth, turning it often.',
      'Coat within one to two weeks; later, wipe again.',
    ],
    lookFor: 'The shine is gone and the surface feels slightly tacky, then dry.',
    mistakes: [
      { mistake: 'coated while it is wet', sign: 'the paint crawls' },
      { mistake: 'one cloth for everything', sign: 'grease is carried from door to door' },
    ],
  },
  fill: {
    how: [
      'Old handle holes with epoxy or polyester filler, a little proud; light fillers shrink.',
      'Grain with thin filler across it, scraped off along it.',
      'Sand flush when it is hard; dust off.',
    ],
    lookFor: 'Nothing to feel with a fingertip across the spot.',
    mistakes: [
      { mistake: 'light filler in a hole', sign: 'a dimple after the first coat' },
      { mistake: 'sanded too soon', sign: 'filler rolls up under the paper' },
    ],
  },
  caulk: {
    how: [
      'A thin bead in crown, box-to-box joints and mitres; tool it once with a wet finger.',
      'Never along a floating panel: it moves, and the joint cracks.',
      'Spray over at once; by brush after 20 min.',
    ],
    lookFor:
      'A hairline gone, no bulge beside it. Look again after the first primer: light colours show every gap.',
    mistakes: [
      { mistake: 'floating panel caulked', sign: 'a cracked line along the panel in the first winter' },
      { mistake: 'too much', sign: 'a shiny band beside the joint' },
    ],
  },
  sand: {
    how: [
      'Scuff with the grain, grit as given; a pad in the profiles.',
      'Round over nothing: edges get two strokes, no more.',
      'Vacuum, then tack cloth.',
    ],
    lookFor: 'Evenly dull against the light, no shiny islands in corners.',
    mistakes: [
      { mistake: 'sanded before it was clean', sign: 'grease driven into the grain: fisheyes' },
      { mistake: 'hard at the edges', sign: 'wood or old paint shows: burn-through' },
    ],
  },
  dust: {
    how: ['Vacuum with a brush, grooves first.', 'A tack cloth or a cloth with alcohol, folded often.'],
    lookFor: 'A dark cloth that stays dark.',
    mistakes: [{ mistake: 'tack cloth pressed hard', sign: 'its wax makes fisheyes' }],
  },
  wipe: {
    how: ['One cloth wet on, one dry off, before it flashes.', 'Used cloths lie flat outdoors.'],
    lookFor: 'No smear against the light.',
    mistakes: [{ mistake: 'left to dry on', sign: 'a grey veil under the coat' }],
  },
  scrape: {
    how: ['Scrape what is soft or loose down to a sound edge; feather it with 120.'],
    lookFor: 'An edge that a fingernail does not lift.',
    mistakes: [{ mistake: 'a loose edge left', sign: 'a lip that telegraphs, then peels' }],
  },
  mask: {
    how: [
      'Tape tight along the edge, pressed down with a card; film over the rest.',
      'Cut corners clean, no gaps.',
    ],
    lookFor: 'No light between tape and edge.',
    mistakes: [
      { mistake: 'tape not pressed down', sign: 'paint creeps under it' },
      { mistake: 'left on for weeks', sign: 'glue stays behind' },
    ],
  },
  skin: {
    how: [
      'Scuff the board, dust off; contact adhesive on both, open time as the label says.',
      'Lay the skin from one edge, roll it down hard, trim flush with a sharp blade.',
    ],
    lookFor: 'No bubble, no lifted edge, joints closed.',
    mistakes: [
      { mistake: 'adhesive still wet', sign: 'bubbles under the first coat' },
      { mistake: 'edges not rolled', sign: 'they lift with the first knock' },
    ],
  },
  unmask: {
    how: [
      'Score the edge when the film is dry, and pull the tape back on itself.',
      'Or pull at 45° while it is wet.',
    ],
    lookFor: 'A clean line, no thread of paint.',
    mistakes: [
      { mistake: 'pulled dry without scoring', sign: 'the film tears off with it' },
      { mistake: 'left for weeks', sign: 'glue stays behind' },
    ],
  },
});

const COAT: Record<ProductKind, Omit<MethodCard, 'title' | 'care'>> = frozen({
  primer: {
    how: [
      'Stir to the bottom; strain.',
      'Details and edges first, then the panel, then rails and stiles with the grain.',
      'Thin and even: it need not cover, it must hold.',
    ],
    lookFor: 'Even and dull; no bare wood, no stain coming through after an hour.',
    mistakes: [
      { mistake: 'stain ignored', sign: 'yellow or pink through the first finish coat' },
      { mistake: 'flooded', sign: 'runs that have to be sanded out' },
    ],
  },
  finish: {
    how: [
      'Stir, strain, check the wet film with the comb.',
      'Details and edges light, then the panel, then rails and stiles, each stroke off into the wet.',
      'Leave a film that has begun to set. Hold the lamp low and look along it before leaving the piece.',
    ],
    lookFor: 'A closed wet sheet with no dry lap; edges covered, no bead on the lower edge.',
    mistakes: [
      { mistake: 'too much on edges', sign: 'runs, sags, drips' },
      { mistake: 'brushed again while setting', sign: 'ropey, dragged marks' },
      { mistake: 'recess missed', sign: 'a holiday in the corner of the panel' },
    ],
  },
  glaze: {
    how: [
      'Brush it into grooves and corners, a door at a time.',
      'Wipe back with the grain while it is open; a soft brush where cloth leaves too much.',
      'Hold every door against the sample.',
    ],
    lookFor: 'The same depth of colour in every groove as on the sample.',
    mistakes: [
      { mistake: 'several doors at once', sign: 'it sets before it is wiped: blotches' },
      { mistake: 'clear too soon', sign: 'the clear drags the glaze' },
    ],
  },
  clear: {
    how: [
      'Stir slowly, never shake: no bubbles.',
      'One even coat; keep it thin in corners.',
      'Watch the air: damp makes lacquer go milky.',
    ],
    lookFor: 'One sheen all over against the light.',
    mistakes: [
      { mistake: 'pooled in corners', sign: 'a white line when it dries' },
      { mistake: 'laid in damp air', sign: 'milky: blush' },
    ],
  },
  wax: {
    how: [
      'A thin film with a brush or lint-free cloth, into the grain, off the surface.',
      'Buff after a quarter of an hour.',
      'A day at least before the next; a week is better.',
    ],
    lookFor: 'Nothing drags under the cloth; a finger leaves no mark.',
    mistakes: [
      { mistake: 'too much, too little buffing', sign: 'stays tacky, takes dust' },
      { mistake: 'by the stove or the sink', sign: 'soft, stained, whitened' },
    ],
  },
});

const OTHER: Record<'sand' | 'drill' | 'flip' | 'hang', MethodCard> = frozen({
  sand: {
    title: 'Sand between coats',
    how: [
      'Lightly, grit as given, with a soft pad: nibs and the worst of the texture only.',
      'Vacuum, tack off.',
    ],
    lookFor: 'Dull and smooth to the back of the hand; white powder, not gum.',
    mistakes: [
      { mistake: 'too early', sign: 'it gums and rolls instead of powdering' },
      { mistake: 'edges', sign: 'burn-through: spot-prime' },
    ],
    care: null,
  },
  drill: {
    title: 'Drill by the jig',
    how: [
      'Try the jig on scrap: the distance is that of the new handle, measured on the handle itself.',
      'A soft pad under the jig, a board clamped behind the hole, a sharp brad-point bit.',
    ],
    lookFor: 'A clean edge on the front, the handle screws going in straight.',
    mistakes: [
      { mistake: 'no board behind', sign: 'the back splinters' },
      { mistake: 'the jig turned over', sign: 'a hole on the hinge side' },
    ],
    care: null,
  },
  flip: {
    title: 'Flip',
    how: ['Two hands, by the edges, onto clean padded bars.', 'Move the tape label to the face that is dry.'],
    lookFor: 'No print on the face that lies down; the code readable.',
    mistakes: [{ mistake: 'too early', sign: 'the pattern of the pad in the back' }],
    care: null,
  },
  hang: {
    title: 'Hang',
    how: [
      'Right piece, right opening, its own hinges into their own holes.',
      'Side to side, up and down, in and out, until the reveals are even.',
      'New bumpers; handles only when the film no longer prints.',
    ],
    lookFor: 'Even reveals, doors that close on their bumpers without sticking.',
    mistakes: [
      { mistake: 'hung too early', sign: 'prints from the bumpers, sticking edges' },
      { mistake: 'hinges swapped', sign: 'a door that never comes straight' },
    ],
    care: null,
  },
});

const COAT_TITLE: Record<ProductKind, string> = frozen({
  primer: 'Prime',
  finish: 'Coat',
  glaze: 'Glaze',
  clear: 'Clear-coat',
  wax: 'Wax',
});

const careOf = (tool: Tool | null): string | null =>
  tool === null || tool === 'rag'
    ? null
    : tool === 'aerosol'
      ? null
      : TOOL_FACTS[tool].sprays
        ? GUN_CARE
        : BRUSH_CARE;

/** The card of a prep step. */
export const prepCard = (prep: Pick<Prep, 'kind' | 'act'>): MethodCard => ({
  title: prep.act,
  ...PREP[prep.kind],
  care: null,
});

/** The card of a coat by a tool. */
/** What laying a coat is called. */
export const coatTitle = (kind: ProductKind): string => COAT_TITLE[kind];

const coatCard = (kind: ProductKind, tool: Tool): MethodCard => ({
  title: `${coatTitle(kind)}: ${TOOL_FACTS[tool].name}`,
  ...COAT[kind],
  care: careOf(tool),
});

/** How a fresh coat is wiped back or buffed: the second half of its card. */
const RUBBING: Omit<MethodCard, 'title'> = frozen({
  how: [
    'Piece by piece: never a whole lot before the first is rubbed.',
    'With the grain, a clean cloth turned often, the same pressure on every piece.',
  ],
  lookFor: 'Like the sample door, in the same light.',
  mistakes: [
    { mistake: 'left too long', sign: 'it drags and tears' },
    { mistake: 'a dirty cloth', sign: 'streaks across the grain' },
  ],
  care: 'Cloths lie flat outdoors or go into a closed metal can with water: oily ones heat up by themselves.',
});

const andRubbed = (card: MethodCard): MethodCard => ({
  ...card,
  how: [...card.how, ...RUBBING.how],
  lookFor: `${card.lookFor} ${RUBBING.lookFor}`,
  mistakes: [...card.mistakes, ...RUBBING.mistakes],
  care: RUBBING.care,
});

/** The card of a step; null for a visit, which has none. */
export function methodCard(step: Step): MethodCard;
export function methodCard(step: Doing & Pick<Step, 'act' | 'mends' | 'then'>): MethodCard | null;
export function methodCard(step: Doing & Pick<Step, 'act' | 'mends' | 'then'>): MethodCard | null {
  if (step.kind === 'visit') return null;
  if (step.mends && step.kind === 'prep' && step.prep === null) return OTHER.hang;
  if (step.kind === 'prep' || step.kind === 'close')
    return prepCard({ kind: step.prep ?? 'clean', act: step.act });
  if (step.kind === 'coat') {
    const card = coatCard(step.product?.kind ?? 'finish', step.tool ?? 'brush-roller');
    return step.then ? andRubbed(card) : card;
  }
  return OTHER[step.kind];
}
