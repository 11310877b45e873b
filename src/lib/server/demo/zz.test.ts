import { readRecords } from '$core/durability/stored-record';
import { it } from 'vitest';
import { newDatabase } from '/work/main/tests/new-database';
import { makePast } from '$server/demo/past';
import { listRecords } from '$server/store/durability';
import { listWorkers } from '$server/store/workers';
import { sampleOf, traitOf } from '$core/durability/sample';
import { compare, failsWithin } from '$core/durability/compare';
import { associations } from '$core/durability/associations';
import { standOuts } from '$core/durability/stand-outs';
import { faceMap, ratesBy } from '$core/durability/maps';
import { TRAIT_KEYS } from '$core/durability/traits';
import { forecast } from '$core/durability/forecast';
it('past', () => {
  const NOW = Date.UTC(2026, 2, 11, 13);
  const { db } = newDatabase({ zone: 'America/Halifax', colour: 'x' }, NOW);
  let t = performance.now();
  makePast(
    db,
    listWorkers(db).map((w) => w.id),
    NOW,
  );
  console.log('made in', performance.now() - t);
  t = performance.now();
  const records = readRecords(listRecords(db));
  console.log('read', performance.now() - t, records.length, JSON.stringify(records[0]).length);
  t = performance.now();
  const s = sampleOf(records, null);
  console.log('sample', performance.now() - t, { ...s, pieces: s.pieces.length });
  t = performance.now();
  const c = compare(s.pieces, (p) => traitOf(p, 'system'));
  console.log('compare', performance.now() - t);
  for (const g of c.groups)
    console.log(
      g.name,
      g.kitchens,
      g.pieces,
      g.failures,
      g.points
        .map(
          (p) =>
            `${p.time}: ${p.survival.toFixed(3)} [${p.limits?.low.toFixed(3)} ${p.limits?.high.toFixed(3)}]`,
        )
        .join(' '),
      g.weibull?.shape,
      failsWithin(g, 730),
    );
  console.log(c.difference, c.pairs);
  t = performance.now();
  const a = associations(
    s.pieces,
    TRAIT_KEYS.filter((k) => k !== 'system'),
    (p) => traitOf(p, 'system') ?? '',
    1,
  );
  console.log('assoc', performance.now() - t);
  console.table(
    a.slice(0, 12).map((x) => ({
      t: x.trait,
      v: x.value,
      w: `${x.with.failed}/${x.with.pieces}`,
      wo: `${x.without.failed}/${x.without.pieces}`,
      or: x.oddsRatio.toFixed(2),
      low: x.low.toFixed(2),
      high: x.high.toFixed(2),
      p: x.p.toFixed(4),
      within: x.within,
    })),
  );
  t = performance.now();
  console.log(
    standOuts(s.pieces, (p) => traitOf(p, 'system') ?? ''),
    performance.now() - t,
  );
  console.log(
    ratesBy(s.pieces, 'place').map((r) => [r.place, r.failed, r.pieces, r.rate.toFixed(3)]),
    faceMap(s.pieces, 'door'),
  );
});
import { openJob } from '$server/services/job/open-job';
it('dbg', () => {
  const NOW = Date.UTC(2026, 2, 11, 13);
  const { db } = newDatabase({ zone: 'America/Halifax', colour: 'x' }, NOW);
  makePast(
    db,
    listWorkers(db).map((w) => w.id),
    NOW,
  );
  const s = sampleOf(readRecords(listRecords(db)), null);
  const bad = s.pieces.filter((p) => p.piece.batches.some((b) => b.includes('U-2207')));
  console.log(
    bad.length,
    bad.filter((p) => p.right !== null).length,
    new Set(bad.map((p) => p.cluster)),
    bad.map((p) => `${p.left}-${p.right}`).join(' '),
  );
  console.log(standOuts(s.pieces, (p) => traitOf(p, 'system') ?? '', 1.1).slice(0, 8));
});
