/** What a household cleans a finish with, and what harms it. Common practice, no source; the product's data sheet decides. */
import { frozen } from '../frozen';
import type { Product } from './system';

interface Cleaners {
  suits: string[];
  harms: string[];
}

const MILD = frozen([
  'a soft damp cloth',
  'a drop of mild dish soap in warm water',
  'a dry cloth at once on spills',
]);
const ROUGH = frozen(['scouring pads and powders', 'melamine sponges', 'steam cleaners']);

/** Of the film that lies on top. */
const HARMS: Record<Product['base'], readonly string[]> = frozen({
  water: [
    'ammonia and glass cleaner',
    'bleach',
    'alcohol, and wipes with alcohol',
    'degreasers',
    'oil soaps and polish with silicone',
  ],
  alcohol: ['alcohol, and wipes with alcohol', 'ammonia and glass cleaner', 'bleach'],
  solvent: ['white spirit and paint cleaner', 'bleach', 'ammonia and glass cleaner'],
  lacquer: [
    'nail varnish remover and acetone',
    'alcohol, and wipes with alcohol',
    'ammonia and glass cleaner',
    'bleach',
  ],
  'two-pack': ['nail varnish remover and acetone', 'bleach left to stand'],
  wax: [
    'bleach: it stains and strips wax',
    'degreasers and detergents',
    'hot water left to stand',
    'spray polish',
  ],
});

/** @param films the products that lie on top anywhere in the kitchen */
export function cleanersFor(films: readonly Pick<Product, 'base' | 'kind'>[]): Cleaners {
  const bases = new Set(films.map((f) => (f.kind === 'wax' ? 'wax' : f.base)));
  const wax = bases.has('wax');
  return {
    suits: wax ? ['a soft dry cloth', 'a barely damp cloth, then a dry one', 'new wax once a year'] : MILD,
    harms: [...new Set([...[...bases].flatMap((b) => HARMS[b]), ...ROUGH])],
  };
}
