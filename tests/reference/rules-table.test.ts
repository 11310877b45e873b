/** The table of the bench's rules in the docs is that of the code. */
import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { RULE_FACTS, RULES, rulesTable } from '$core/bench/guard/rules';

it('docs/methods/bench.md shows every rule as the code has it', () => {
  const doc = readFileSync('docs/methods/bench.md', 'utf8');
  const shown = /<!-- rules -->\n\n?([\s\S]*?)\n*<!-- \/rules -->/.exec(doc)?.[1] ?? '';
  const plain = (line: string): string => line.replace(/\s+/g, ' ').trim();
  const rows = shown.split('\n').filter((line) => line.startsWith('| `'));
  expect(rows.map(plain)).toEqual(rulesTable().map(plain));
});

it('what no reason overrules keeps nothing, and what is kept from away can be looked at', () => {
  for (const rule of RULES) expect(RULE_FACTS[rule].when).toMatch(/\w/);
  expect(RULE_FACTS['at-work']).toMatchObject({ overruled: 'no', keptFromAway: false });
});
