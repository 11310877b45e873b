import { expect, it } from 'vitest';
import { USUAL_PHASES } from '../coating/film-stage';
import { readPhases, writePhases } from './phase-words';

it('writes phases that read back', () => {
  for (const ages of Object.values(USUAL_PHASES))
    for (const phases of Object.values(ages))
      expect(readPhases(writePhases(phases))).toEqual({
        phases: phases.map((p) => expect.objectContaining({ ...p, share: expect.closeTo(p.share, 6) })),
      });
  expect(writePhases([{ kind: 'reaction', share: 1, film: true }])).toBe('reaction*');
});

it('says what is wrong', () => {
  expect(readPhases('water 60 + magic 40')).toMatchObject({
    wrong: expect.stringMatching(/“magic 40” is no phase/),
  });
  expect(readPhases('water 60 + reaction 30')).toMatchObject({
    wrong: expect.stringMatching(/add to 100 %/),
  });
  expect(readPhases('Butyl acetate 20 % + reaction 80')).toHaveProperty('phases');
});
