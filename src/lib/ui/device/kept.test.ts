import { describe, expect, it } from 'vitest';
import { readKept } from './kept';

const fact = { id: 'f1', at: 5, body: { kind: 'note.made' } };
const record = { n: 1, job: 'j', keptAt: 9, fact, state: 'refused', why: 'Too early.' };

describe('readKept', () => {
  it('reads what was kept, whatever the kind of the fact', () => {
    expect(readKept(record)).toMatchObject({ n: 1, fact });
    expect(
      readKept({ ...record, fact: { ...fact, body: { kind: 'of.tomorrow', x: 1 } } })?.fact.body,
    ).toEqual({
      kind: 'of.tomorrow',
      x: 1,
    });
  });
  it('reads a refusal as devices kept it before there could be several', () => {
    expect(readKept({ ...record, rule: 'too-early', canOverride: true })?.refusals).toEqual([
      { rule: 'too-early', message: 'Too early.', from: null, canOverride: true },
    ]);
  });
  it('tells a rule it does not know by its message, and does not let it be overruled unasked', () => {
    const refusals = [{ rule: 'of-tomorrow', message: 'Not yet.' }];
    expect(readKept({ ...record, refusals })?.refusals).toEqual([
      { rule: 'unknown', message: 'Not yet.', from: null, canOverride: false },
    ]);
  });
  it('is null for what is no record', () => {
    for (const wrong of [null, 'x', {}, { ...record, fact: null }, { ...record, fact: { id: 1 } }])
      expect(readKept(wrong)).toBeNull();
  });
});
