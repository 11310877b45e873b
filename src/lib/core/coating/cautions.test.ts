import { describe, expect, it } from 'vitest';
import { DEGREASER, surveyCautions } from './cautions';

const NONE = { houseYear: 1994, loose: false, film: false, greasy: false, tall: false };

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
