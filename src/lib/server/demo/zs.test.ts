import { it } from 'vitest';
import { simulate, type Truth } from '../../../../tests/reference/durability/simulated';
import { sampleOf } from '$core/durability/sample';
import { associations } from '$core/durability/associations';
import { standOuts } from '$core/durability/stand-outs';
const N = 150;
it('null', () => {
  const base: Truth = {
    shape: 1.2,
    scale: 4000,
    variance: 0.4,
    kitchens: 40,
    pieces: 24,
    visits: [7, 30, 182, 365, 730, 1095, 1461],
    jitter: 0.06,
    kitchenTraits: (k, r) => ({
      system: ['a', 'b', 'c'][k % 3]!,
      gloss: r() < 0.3 ? 'x' : 'y',
      season: ['w', 's', 'u', 'a'][Math.floor(r() * 4)]!,
      tool: r() < 0.5 ? 's' : 'b',
      wood: ['o', 'm', 'p'][Math.floor(r() * 3)]!,
      early: r() < 0.15 ? 'e' : 'n',
    }),
    traits: (k, i) => ({
      place: ['stove', 'sink', 'else', 'else', 'else'][i % 5]!,
      form: ['door', 'drawer'][i % 2]!,
      grease: i % 7 === 0 ? 'h' : 'l',
    }),
    batches: (k) => [`F-${Math.floor(k / 2)}`, `P-${Math.floor(k / 3)}`, `own-${k}`],
  };
  let alarms = 0,
    outs = 0,
    fails = 0,
    ta = 0,
    to = 0;
  const per: Record<string, number> = {};
  for (let s = 0; s < N; s++) {
    const sample = sampleOf(simulate(base, s + 1), null).pieces;
    fails += sample.filter((p) => p.right !== null).length;
    let t = performance.now();
    const a = associations(
      sample,
      ['gloss', 'season', 'tool', 'wood', 'early', 'place', 'form', 'grease'],
      (p) => p.traits.system!,
      7,
    );
    ta += performance.now() - t;
    if (a.some((x) => x.p < 0.05)) alarms++;
    for (const x of a) if (x.p < 0.05) per[x.trait] = (per[x.trait] ?? 0) + 1;
    t = performance.now();
    if (standOuts(sample, (p) => p.traits.system!).length) outs++;
    to += performance.now() - t;
  }
  console.log('null', { alarms: alarms / N, outs: outs / N, fails: fails / N, ta: ta / N, to: to / N }, per);
  let found = 0,
    others = 0;
  for (let s = 0; s < N; s++) {
    const sample = sampleOf(
      simulate(
        { ...base, batches: (k) => [k % 12 === 3 ? 'bad' : `F-${k}`], factor: (k) => (k % 12 === 3 ? 6 : 1) },
        s + 1,
      ),
      null,
    ).pieces;
    const o = standOuts(sample, (p) => p.traits.system!);
    if (o.some((x) => x.name === 'bad')) found++;
    if (o.some((x) => x.name !== 'bad')) others++;
  }
  console.log({ found: found / N, others: others / N });
}, 600000);
