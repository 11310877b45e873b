/** What is put on paper stays as it was for everybody else. */
import { expect, it } from 'vitest';
import { frozen } from '$core/frozen';
import { makePdf } from './pdf';

it('a document changes nothing of what it is made from', async () => {
  const suits = frozen(['a soft damp cloth', 'a dry cloth']);
  const margin = frozen([0, 4, 0, 0] as [number, number, number, number]);
  const cell = { text: 'Oatcloth', bold: true };
  const content = frozen([
    { ul: [...suits], margin },
    { ul: suits as string[], margin },
    { table: { widths: ['*'], body: [[cell], [cell]] } },
  ]);
  const before = JSON.stringify(content);
  expect((await makePdf({ content: content as never })).subarray(0, 5).toString()).toBe('%PDF-');
  expect(JSON.stringify(content)).toBe(before);
});
