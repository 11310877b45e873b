import { expect, it } from 'vitest';
import { causesOf, scopeOf, type Finding, type PieceFacts } from './touch-up-advice';

const facts: PieceFacts = {
  grease: 0,
  wood: 'maple',
  place: 'elsewhere',
  abraded: true,
  deglossed: false,
  cleaned: true,
  wipe: 'clean',
  patch: 'held',
  overruled: [],
  air: [{ celsius: 21, humidity: 0.5 }],
  hungAfter: 4,
  seenAfter: 200,
  hangAsks: 2,
  cureAsks: 21,
  handleEarly: false,
  blocksStains: true,
  batch: null,
};
const first = (kind: Parameters<typeof causesOf>[0], more: Partial<PieceFacts>) =>
  causesOf(kind, { ...facts, ...more })[0];

it('ranks causes by the piece’s own record, each with what speaks for it and against it', () => {
  expect(first('peeling', { grease: 3, place: 'stove', wipe: 'not clean' })?.words).toMatch(/Grease/);
  expect(first('peeling', { abraded: false, patch: 'failed' })?.words).toMatch(/Gloss/);
  expect(first('peeling', { overruled: ['too-late'] })?.words).toMatch(/window/);
  expect(first('peeling', { air: [{ celsius: 9, humidity: 0.6 }] })?.words).toMatch(/Cold/);
  expect(first('peeling', { batch: { name: 'batch 7', failed: 4, of: 9 } })?.words).toMatch(/bad can/);
  expect(first('print', { hungAfter: 1 })?.evidence[0]).toEqual({
    words: 'hung 1 day after its last coat, 2 days are asked for',
    speaks: 'for',
  });
  expect(first('print', { handleEarly: true })?.words).toMatch(/Handle/);
  expect(first('nick', { seenAfter: 3 })?.words).toMatch(/before the film was hard/);
  const nothing = causesOf('peeling', facts);
  expect(nothing.flatMap((c) => c.evidence).every((e) => e.speaks === 'against')).toBe(true);
});

it('what is coated anew goes by kind, size, sheen, films and place', () => {
  const found: Finding = {
    failure: 'nick',
    sizeMm: 3,
    at: null,
    sheen: 'satin',
    films: [],
    place: 'elsewhere',
  };
  const of = (more: Partial<Finding>) => scopeOf({ ...found, ...more });
  expect(of({})).toBe('spot');
  expect(of({ sizeMm: 60 })).toBe('face');
  // On gloss a spot flashes, and glaze and clear show where it ends; wax is rubbed in anew.
  expect(of({ sheen: 'gloss' })).toBe('face');
  expect([of({ films: ['glaze'] }), of({ films: ['clear'] })]).toEqual(['face', 'face']);
  expect(of({ films: ['wax'] })).toBe('spot');
  expect([of({ failure: 'worn', sizeMm: null }), of({ failure: 'soft' })]).toEqual(['face', 'piece']);
  // In the middle of a face no line hides the edge of a spot.
  expect([of({ sizeMm: 20, at: { x: 0.5, y: 0.5 } }), of({ sizeMm: 20, at: { x: 0.95, y: 0.5 } })]).toEqual([
    'face',
    'spot',
  ]);
  // By the sink what peeled peels again at the edge of a spot; a nick does not.
  expect([of({ failure: 'peeling', place: 'sink' }), of({ place: 'sink' })]).toEqual(['face', 'spot']);
});
