/** Where practitioners disagree: choices with their reasons, that change the steps of a system. Common practice, no source. */
import { frozen } from '../frozen';
import { z } from 'zod';
import type { Fullness } from './route';
import type { Prep, System } from './system';
import { DEGLOSS, FILL_GRAIN, PAD, SAND } from './prep';

export const schoolsSchema = z.object({
  /** clean or sand first */
  order: z.enum(['clean-first', 'scuff-first']).default('clean-first'),
  /** how the gloss is broken; `system`: as the system has it */
  gloss: z.enum(['system', 'sandpaper', 'pad', 'deglosser', 'nothing']).default('system'),
  film: z.enum(['full', 'thin', 'light-then-full']).default('full'),
  grain: z.enum(['leave', 'fill']).default('leave'),
  tape: z.enum(['dry', 'wet']).default('dry'),
  /** when new holes for handles are drilled by the jig */
  holes: z.enum(['down', 'primed']).default('down'),
  /** the company's own rule, whole days on the rack before hanging; 0: the product's figure alone */
  standDays: z.coerce.number().int().min(0).max(14, 'At most 14 days').default(0),
});
export type Schools = z.infer<typeof schoolsSchema>;
export const USUAL_SCHOOLS: Schools = schoolsSchema.parse({});

interface School {
  value: string;
  name: string;
  reason: string;
}

/** The questions and their schools, the default first. */
export const SCHOOLS: readonly {
  key: Exclude<keyof Schools, 'standDays'>;
  asks: string;
  schools: readonly School[];
}[] = frozen([
  {
    key: 'order',
    asks: 'Clean or sand first?',
    schools: [
      {
        value: 'clean-first',
        name: 'degrease, then sand',
        reason: 'Sanding drives grease into the grain, and sanded wood drinks the wash water.',
      },
      {
        value: 'scuff-first',
        name: 'scuff, then degrease',
        reason: 'The wash takes the sanding dust off in one go. Not on heavy grease.',
      },
    ],
  },
  {
    key: 'gloss',
    asks: 'How is the gloss broken?',
    schools: [
      { value: 'system', name: 'as the system has it', reason: 'What its primer is known to hold on.' },
      { value: 'sandpaper', name: 'sandpaper', reason: 'Surest key; dust, and edges are soon through.' },
      { value: 'pad', name: 'abrasive pad', reason: 'Follows profiles, less dust, a lighter key.' },
      { value: 'deglosser', name: 'liquid deglosser', reason: 'No dust at all; waits, and it smells.' },
      {
        value: 'nothing',
        name: 'nothing',
        reason: 'Trusts a bonding primer: make an adhesion patch first.',
      },
    ],
  },
  {
    key: 'film',
    asks: 'How full are the coats?',
    schools: [
      {
        value: 'full',
        name: 'one full wet coat',
        reason: 'Flows out and covers; runs where it is too much.',
      },
      { value: 'thin', name: 'thin coats', reason: 'No runs, dry sooner; may want another coat to cover.' },
      {
        value: 'light-then-full',
        name: 'light first, fuller second',
        reason: 'The first grips, the second flows; light on edges (T31).',
      },
    ],
  },
  {
    key: 'grain',
    asks: 'Open grain?',
    schools: [
      { value: 'leave', name: 'leave', reason: 'The wood stays to be seen as wood.' },
      { value: 'fill', name: 'fill', reason: 'Smooth and modern; fronts only, and it takes its hours.' },
    ],
  },
  {
    key: 'tape',
    asks: 'When does the tape come off?',
    schools: [
      { value: 'dry', name: 'scored when dry', reason: 'No thread of wet paint; comes off the day after.' },
      { value: 'wet', name: 'pulled while wet', reason: 'A soft edge at once, at 45°; has to be timed.' },
    ],
  },
  {
    key: 'holes',
    asks: 'When are new holes drilled?',
    schools: [
      {
        value: 'down',
        name: 'when pieces come down',
        reason:
          'The jig is set against the old holes while they are open; the chips go with the sanding dust.',
      },
      {
        value: 'primed',
        name: 'once the fronts are primed',
        reason: 'Filler and primer hold the edge of the hole; the jig must not mark the film.',
      },
    ],
  },
]);

/** Wet film of each school over the right one. From memory. */
export const FILM_OF: Record<Schools['film'], Fullness> = frozen({
  full: { first: 1, later: 1 },
  thin: { first: 0.75, later: 0.75 },
  'light-then-full': { first: 0.8, later: 1.15 },
});

/** Whether a step breaks the gloss of all pieces: filled holes are sanded besides. */
const breaksGloss = (p: Prep): boolean => p.for === 'all' && (p.kind === 'sand' || p.kind === 'degloss');

/** A system with the schools applied to its steps, and the company's own days on the rack. */
export function applySchools(system: System, schools: Schools): System {
  const onKitchen = system.prep.filter((p) => p.on === 'kitchen');
  let pieces = system.prep.filter((p) => p.on === 'pieces');
  if (schools.gloss !== 'system') {
    const at = pieces.findIndex(breaksGloss);
    const wanted: Prep[] =
      schools.gloss === 'sandpaper'
        ? [system.prep.find((p) => p.kind === 'sand' && p.for === 'all') ?? SAND]
        : schools.gloss === 'pad'
          ? [PAD]
          : schools.gloss === 'deglosser'
            ? [DEGLOSS]
            : [];
    const rest = pieces.filter((p) => !breaksGloss(p));
    const place = at < 0 ? 1 : pieces.slice(0, at).filter((p) => !breaksGloss(p)).length;
    pieces = [...rest.slice(0, place), ...wanted, ...rest.slice(place)];
  }
  if (schools.order === 'scuff-first') {
    const clean = pieces.findIndex((p) => p.kind === 'clean');
    const sand = pieces.findIndex((p) => p.kind === 'sand' && p.for === 'all');
    const [a, b] = [pieces[clean], pieces[sand]];
    if (a && b && clean < sand) {
      pieces = pieces.filter((p) => p !== b);
      pieces.splice(clean, 0, b);
    }
  }
  if (schools.grain === 'fill') {
    const masked = pieces.filter((p) => p.kind === 'mask');
    pieces = [...pieces.filter((p) => p.kind !== 'mask'), ...FILL_GRAIN, ...masked];
  }
  const close = system.close.map((p) =>
    p.kind === 'unmask' && p.on === 'kitchen' && schools.tape === 'wet'
      ? {
          ...p,
          act: 'Pull the tape while wet',
          how: 'Pull at 45°, back on itself, before the film sets.',
          whileWet: true,
        }
      : p,
  );
  const drills = schools.holes === 'primed' ? { drillPrimed: true } : {};
  return withStanding({ ...system, prep: [...onKitchen, ...pieces], close, ...drills }, schools.standDays);
}

/** Days on the rack that the company asks for beyond a product's figure: hanging waits for them. */
function withStanding(system: System, days: number): System {
  if (days === 0) return system;
  return {
    ...system,
    products: system.products.map((p) => {
      const { hang } = p.stages;
      return hang && hang.value < days * 1440
        ? {
            ...p,
            stages: {
              ...p.stages,
              hang: {
                value: days * 1440,
                basis: 'our own rule',
                note: 'days on the rack',
                phases: hang.phases,
              },
            },
          }
        : p;
    }),
  };
}
