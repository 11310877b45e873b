import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { randomKitchen } from '../../../../tests/random-kitchen';
import { elevation } from '../kitchen/geometry';
import { readNotation } from '../kitchen/notation';
import { elevationSvg } from './elevation-svg';
import { always } from '../../../../tests/budget';

const wallOf = (text: string) => {
  const [wall] = readNotation(text, 'in').kitchen.walls;
  if (!wall) throw new Error('no wall');
  return elevation(wall);
};
const count = (svg: string, part: string): number => svg.split(part).length - 1;

describe('a wall as SVG', () => {
  it('draws every cabinet, piece and hinge, and underlines what reads as another', () => {
    const svg = elevationSvg(
      wallOf(
        'wall N\nupper 30 : pair\nbase 30 : appliance stove\nbase 24 corner R blind 6 : drawer / door L',
      ),
      ['1', '2', '3', '6'].map((code) => ({ code, zone: 'A', hex: '#DCCFA9' })),
      'in',
      'Test, N',
    );
    // Three cabinets, four pieces and what the corner hides.
    expect(count(svg, '<rect')).toBe(8);
    expect(count(svg, '<circle')).toBe(3 * 2);
    expect(count(svg, 'text-decoration="underline"')).toBe(1);
    expect(svg).toContain('>stove<');
    expect(svg).toContain('30 × 30 1/2');
  });

  it('keeps what people wrote from becoming part of the drawing', () => {
    const svg = elevationSvg(
      wallOf('wall N\nbase 30 : appliance <script>x</script>'),
      [{ code: '"><a', zone: '', hex: 'url(x)' }],
      'mm',
      '<b>&"\'',
    );
    expect(svg).not.toMatch(/<script|<b>|<a/);
    expect(svg).toContain('&#60;script&#62;');
  });

  it('is well formed for every kitchen: each opened element is closed, nothing is not a number', () => {
    always(
      fc.property(randomKitchen, (k) => {
        for (const wall of k.walls) {
          const svg = elevationSvg(elevation(wall), [], 'cm', wall.name);
          for (const name of ['svg', 'text', 'title'])
            expect(count(svg, `<${name}`)).toBe(count(svg, `</${name}>`));
          expect(svg).not.toContain('NaN');
        }
      }),
      100,
    );
  });
});
