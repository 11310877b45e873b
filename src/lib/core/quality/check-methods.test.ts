import { describe, expect, it } from 'vitest';
import { checkTestSchema, METHODS, speaksFor, verdictOf, type CheckTest } from './check-methods';

const verdict = (test: CheckTest) => verdictOf(checkTestSchema.parse(test));

describe('what a test says', () => {
  it.each<[CheckTest, string | null, RegExp]>([
    [{ method: 'visual', failure: 'nick' }, 'nick', /Nick/],
    [{ method: 'visual', failure: null }, null, /sound/],
    [{ method: 'fingernail', result: 'lifts' }, 'peeling', /lifts/],
    [{ method: 'fingernail', result: 'dents' }, 'soft', /dents/],
    [{ method: 'cross-cut', lattice: 25, flaked: [] }, null, /5B, ISO 0, 0 %/],
    [{ method: 'cross-cut', lattice: 25, flaked: [0, 1, 2, 3, 4, 5, 6, 7, 8] }, 'peeling', /1B/],
    [{ method: 'pencil', hardest: '2H' }, null, /2H/],
    [{ method: 'blocking', rating: 10 }, null, /no tack/],
    [{ method: 'blocking', rating: 4 }, 'print', /very tacky/],
    [{ method: 'water', result: 'fades' }, null, /fades/],
    [{ method: 'water', result: 'stays' }, 'worn', /stays/],
    [{ method: 'water', result: 'swells' }, 'swollen', /swells/],
    [{ method: 'chemical', agent: 'red wine', result: 'stains' }, 'worn', /red wine stains/],
    [{ method: 'gloss', at60: 30, at85: 40 }, null, /G4/],
    [{ method: 'colour', here: { l: 80, a: 0, b: 5 }, sample: { l: 80, a: 0, b: 5 } }, null, /ΔE 0.0/],
    [{ method: 'colour', here: { l: 80, a: 0, b: 12 }, sample: { l: 80, a: 0, b: 5 } }, 'colour', /ΔE/],
    [{ method: 'rubs', doubleRubs: 50, through: false }, null, /50 double rubs, not through/],
  ])('%j', (test, failure, words) => {
    expect(verdict(test).failure).toBe(failure);
    expect(verdict(test).words).toMatch(words);
  });

  it('what is no result is refused with its reason', () => {
    const why = (test: object) => checkTestSchema.safeParse(test).error?.issues[0]?.message ?? '';
    expect(why({ method: 'gloss', at60: 300 })).toMatch(/0 to 200/);
    expect(why({ method: 'cross-cut', lattice: 25, flaked: [25] })).toMatch(/lie in the lattice/);
    expect(why({ method: 'rubs', doubleRubs: 0, through: true })).toMatch(/At least one/);
    expect(why({ method: 'colour', here: { l: 120, a: 0, b: 0 }, sample: { l: 1, a: 0, b: 0 } })).toMatch(
      /0 to 100/,
    );
  });
});

it('what leaves a mark is never for a face that shows', () => {
  for (const m of Object.values(METHODS)) if (m.destructive) expect(m.on).not.toContain('visible');
});

it('a look speaks for every kind, a test for its own', () => {
  expect(speaksFor('visual', null)).toBe(true);
  expect(speaksFor('cross-cut', 'peeling')).toBe(true);
  expect(speaksFor('cross-cut', null)).toBe(false);
  expect(speaksFor('gloss', 'worn')).toBe(false);
});
