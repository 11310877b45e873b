import { describe, expect, it } from 'vitest';
import {
  cautionsFor,
  CHILDREN,
  DEGLOSSER,
  LEAD,
  LEAD_FOUND,
  surveyCautions,
  DEGREASER,
  WET_ELECTRICS,
  type Doing,
  type HouseRisks,
  type SurveyedRisks,
} from './cautions';
import { ISOCYANATE, NO_CANS, RAGS, SPRAY, VAPOUR } from './caution-words';
import { SHELLAC_PRIMER, SOFT_WAX, TWO_PACK_ENAMEL, URETHANE_ENAMEL } from './systems/products';

const NONE: SurveyedRisks = {
  houseYear: 1994,
  lead: 'not tested',
  loose: false,
  film: false,
  greasy: false,
  tall: false,
};

describe('cautions of a survey', () => {
  it('are silent where nothing calls for them', () => expect(surveyCautions(NONE)).toEqual([]));

  it('ask for a lead test first in a house built before 1978 (40 CFR 745), or of unknown year', () => {
    expect(surveyCautions({ ...NONE, houseYear: 1977 })[0]).toContain('Test first; certified firm');
    expect(surveyCautions({ ...NONE, houseYear: 1978 })).toEqual([]);
    expect(surveyCautions({ ...NONE, houseYear: null })[0]).toMatch(
      /^Year of the house not known\. House built/,
    );
  });

  it('forbid dry scraping only where the paint may hold lead', () => {
    const loose = (houseYear: number) => surveyCautions({ ...NONE, houseYear, loose: true }).at(-1);
    expect(loose(1960)).toContain('no dry scraping');
    expect(loose(2001)).toContain('scrape to sound film');
  });

  it('follow grease, film and height', () => {
    expect(surveyCautions({ ...NONE, greasy: true })).toEqual([DEGREASER]);
    expect(surveyCautions({ ...NONE, film: true })[0]).toContain('do not sand through');
    expect(surveyCautions({ ...NONE, tall: true })[0]).toContain('Two to a tall door');
  });
});

describe('cautions of a step', () => {
  const NEW: HouseRisks = { year: 1994, lead: 'not tested' };
  const OLD: HouseRisks = { year: 1950, lead: 'not tested' };
  const bare: Doing = { kind: 'prep', prep: null, product: null, tool: null };
  const says = (doing: Partial<Doing>, house = NEW) =>
    cautionsFor({ ...bare, ...doing }, house).map((c) => c.text);
  const coat = (product: Doing['product'], tool: Doing['tool']) => says({ kind: 'coat', product, tool });

  it('follow the product: vapours and rags of solvent, none of water', () => {
    expect(coat(SHELLAC_PRIMER, 'brush')).toContain(VAPOUR);
    expect(coat(URETHANE_ENAMEL, 'brush')).not.toContain(VAPOUR);
    expect(coat(TWO_PACK_ENAMEL, 'turbine')).toEqual(expect.arrayContaining([ISOCYANATE, RAGS, VAPOUR]));
    expect(coat(SOFT_WAX, 'rag')).toContain(RAGS);
    for (const product of [SHELLAC_PRIMER, URETHANE_ENAMEL])
      expect(coat(product, 'brush')).toContain(CHILDREN);
  });
  it('follow the tool: injection by high pressure, spray cans of shellac', () => {
    expect(coat(URETHANE_ENAMEL, 'spray')).toContain(SPRAY);
    for (const tool of ['turbine', 'brush', 'aerosol'] as const)
      expect(coat(URETHANE_ENAMEL, tool)).not.toContain(SPRAY);
    expect(coat(SHELLAC_PRIMER, 'aerosol')).toContain(NO_CANS);
    expect(coat(SHELLAC_PRIMER, 'brush')).not.toContain(NO_CANS);
  });
  it('follow the work: lead when old paint is sanded or scraped, gloves for cleaners and deglossers, electrics by water', () => {
    for (const prep of ['sand', 'scrape'] as const) {
      expect(says({ prep }, OLD)).toContain(LEAD);
      expect(says({ prep }, NEW)).not.toContain(LEAD);
      expect(says({ prep }, { ...OLD, lead: 'none found' })).not.toContain(LEAD);
      expect(says({ prep }, { ...NEW, lead: 'found' })).toContain(LEAD_FOUND);
    }
    expect(says({ prep: 'degloss' })).toContain(DEGLOSSER);
    expect(says({ prep: 'clean' })).toEqual(expect.arrayContaining([DEGREASER, WET_ELECTRICS]));
  });
  it('put the grave ones first, and mark them', () => {
    const all = cautionsFor({ ...bare, prep: 'sand' }, OLD);
    expect(all[0]).toMatchObject({ text: LEAD, grave: true });
    expect(all.at(-1)?.grave).toBe(false);
    expect(
      cautionsFor({ ...bare, kind: 'coat', product: URETHANE_ENAMEL, tool: 'brush' }, NEW, ['Ours.']),
    ).toContainEqual({ text: 'Ours.', grave: false });
  });
});
