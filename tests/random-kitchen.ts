/** Random kitchens for property tests: every kind of cabinet, contents and moulding. */
import fc from 'fast-check';
import {
  canHinge,
  FRONT_FORMS,
  USUAL_DEPTH,
  USUAL_HEIGHT,
  USUAL_TOE_MM,
  type Band,
  type Cabinet,
  type Front,
  type Kitchen,
  type Row,
  type Vacancy,
} from '$core/kitchen/kitchen';

const front = fc.constantFrom(...FRONT_FORMS).chain((form) =>
  fc.record({
    form: fc.constant(form),
    hinge: canHinge(form) ? fc.constantFrom('left' as const, 'right' as const) : fc.constant(null),
  }),
) as fc.Arbitrary<Front>;
const row: fc.Arbitrary<Row> = fc.record({
  fronts: fc.array(front, { minLength: 1, maxLength: 3 }),
  heightMm: fc.option(fc.integer({ min: 50, max: 110 }), { nil: null }),
});
/** The last row shares what is left, so that the rows fit. */
const rows = fc
  .array(row, { minLength: 1, maxLength: 4 })
  .map((list) => list.map((r, i) => (i === list.length - 1 ? { ...r, heightMm: null } : r)));
const vacancy: fc.Arbitrary<Vacancy> = fc.record({
  kind: fc.constantFrom('open', 'appliance', 'gap'),
  name: fc.constantFrom('', 'stove', 'wine rack', 'shelves', 'door 2'),
});
const corner = fc.option(
  fc.record({
    side: fc.constantFrom('left' as const, 'right' as const),
    blindMm: fc.constantFrom(0, 76.2, 101.5),
  }),
  { nil: null, freq: 6 },
);
const sized = (band: Band) =>
  fc.record({
    band: fc.constant(band),
    widthMm: fc.oneof(
      fc.integer({ min: 300, max: 1500 }).map((w) => w + 0.375),
      fc.integer({ min: 13 * 16, max: 60 * 16 }).map((n) => Math.round((n / 16) * 25.4e6) / 1e6),
    ),
    heightMm: fc.constantFrom(USUAL_HEIGHT[band], 914.4, 1200.5),
    depthMm: fc.constantFrom(USUAL_DEPTH[band], USUAL_DEPTH[band], 330.2),
    build: fc.constantFrom('framed' as const, 'framed' as const, 'frameless' as const),
    corner,
    shelves: fc.constantFrom(0, 0, 0, 1, 3),
    ends: fc.record({ left: fc.boolean(), right: fc.boolean() }),
  });
const cabinet = (bands: Band[]): fc.Arbitrary<Cabinet> =>
  fc
    .tuple(fc.constantFrom(...bands).chain(sized), rows, vacancy, fc.integer({ min: 0, max: 4 }))
    .map(([size, full, empty, n]) =>
      n === 0 ? { ...size, rows: [], vacancy: empty } : { ...size, rows: full, vacancy: null },
    );

const ofWall = (bands: Band[]) =>
  fc.record({
    crownMm: fc.constantFrom(0, 0, 88.9),
    lightRailMm: fc.constantFrom(0, 38.1),
    toeMm: fc.constantFrom(USUAL_TOE_MM, USUAL_TOE_MM, 0, 90),
    cabinets: fc.array(cabinet(bands), { maxLength: 8 }),
  });
const wall = fc
  .boolean()
  .chain((island) =>
    ofWall(island ? ['base', 'tall'] : ['upper', 'base', 'tall']).map((w) => ({ ...w, island })),
  );

/** One to three walls in one or two rooms. */
export const randomKitchen: fc.Arbitrary<Kitchen> = fc
  .tuple(fc.array(wall, { minLength: 1, maxLength: 3 }), fc.constantFrom('', 'Pantry'))
  .map(([walls, other]) => ({
    walls: walls.map((w, i) => ({ ...w, name: `Wall ${i + 1}`, room: i === 1 ? other : '' })),
  }));
