/** Lists and tables of the core are the same for everybody: nobody can write into them. */
import { expect, it } from 'vitest';
import { frozen } from './frozen';
import { SYSTEMS } from './coating/systems/index';

const sources = import.meta.glob<string>('./**/*.ts', { query: '?raw', import: 'default', eager: true });

it('freezes lists and plain objects all the way down, and leaves the rest', () => {
  const map = new Map([[1, 2]]);
  const table = frozen({ list: [{ a: 1 }], map });
  expect(() => (table.list as unknown[]).push(2)).toThrow(TypeError);
  expect(() => Object.assign(table.list[0] ?? {}, { a: 2 })).toThrow(TypeError);
  expect(map.set(2, 3).size).toBe(2);
  expect(frozen(null)).toBeNull();
});

it('is asked of every constant table of the core', () => {
  const files = Object.entries(sources).filter(([path]) => !path.endsWith('.test.ts'));
  const open = files.flatMap(([path, text]) =>
    [...text.matchAll(/^(?:export )?const ([A-Z][A-Z0-9_]*)\b[^=]*=\s*[[{]/gm)].map(
      (m) => `${path}: ${m[1]}`,
    ),
  );
  expect(files.length).toBeGreaterThan(300);
  expect(open).toEqual([]);
  expect(Object.isFrozen(SYSTEMS[0]?.products[0]?.stages)).toBe(true);
});
