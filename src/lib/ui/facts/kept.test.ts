import { describe, expect, it } from 'vitest';
import { readAnswer, readKept, readSkew } from './kept';

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

describe('readAnswer', () => {
  const answer = (body: string, status = 200) => readAnswer(new Response(body, { status }));
  it('takes as stored only ids that the server names, and only where it agrees', async () => {
    expect((await answer('{"recorded":["a","b"]}')).stored).toEqual(['a', 'b']);
    expect((await answer('{"attached":"p"}')).stored).toEqual(['p']);
    expect((await answer('{"recorded":["a"]}', 500)).stored).toEqual([]);
  });
  it('takes nothing as stored from what something else answers', async () => {
    for (const body of ['<html>Sign in</html>', '', 'null', '[]', '{"recorded":true}', '{"recorded":[1]}'])
      expect(await answer(body)).toMatchObject({ stored: [], error: null, refusals: [] });
  });
});

describe('readSkew', () => {
  it('reads what was kept, and nothing from what is broken', () => {
    expect(readSkew('{"skew":5,"stoppedAt":null}')).toEqual({ skew: 5, stoppedAt: null });
    for (const text of [null, '', '{', '"x"', '{"skew":"5"}']) expect(readSkew(text).skew).toBeUndefined();
  });
});
