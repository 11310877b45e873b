import { describe, expect, it } from 'vitest';
import { buildRoute } from '../coating/route';
import { SHELLAC_URETHANE, SYSTEMS } from '../coating/systems/index';
import { usualCounts } from '../coating/system';
import { TOOL_FACTS } from '../coating/tool';
import { siteRoute } from './site-route';

const route = buildRoute(SHELLAC_URETHANE, usualCounts(SHELLAC_URETHANE), 'spray');
const zones = new Map([
  ['walls', 6],
  ['island', 2],
]);
const steps = siteRoute(SHELLAC_URETHANE, route, zones);
const index = (key: string) => steps.findIndex((s) => s.key === key);

describe('the way of the fixed work', () => {
  it('is nothing where nothing stays on the wall', () => {
    expect(siteRoute(SHELLAC_URETHANE, route, new Map())).toEqual([]);
    expect(siteRoute(SHELLAC_URETHANE, route, new Map([['walls', 0]]))).toEqual([]);
  });

  it('goes protect, clean, caulk, coats, unmask', () => {
    expect(steps[0]?.key).toBe('protect');
    expect(index('fixed-prep')).toBeGreaterThan(index('protect'));
    expect(index('caulk')).toBeGreaterThan(index('fixed-prep'));
    const coats = steps.flatMap((s, i) => (s.kind === 'coat' ? [i] : []));
    expect(Math.min(...coats)).toBeGreaterThan(index('caulk'));
    expect(steps.at(-1)?.key).toBe('unmask');
    expect(steps.at(-1)?.kind).toBe('close');
  });

  it('coats every colour as the fronts are coated, by its own area', () => {
    const fronts = route.filter((s) => s.kind === 'coat' && s.face === 'front');
    for (const [zone, area] of zones) {
      const own = steps.filter((s) => s.zone === zone);
      expect(own.map((s) => s.product?.key)).toEqual(fronts.map((s) => s.product?.key));
      for (const s of own)
        expect(s.minutes).toBe(
          Math.ceil(TOOL_FACTS.spray.setupMinutes + area * TOOL_FACTS.spray.minutesPerM2),
        );
    }
  });

  it('waits for the film below in the same colour, for the caulk before the first, and for dry films before the tape comes off', () => {
    const walls = steps.filter((s) => s.zone === 'walls');
    expect(walls[0]?.after).toEqual([expect.objectContaining({ step: 'caulk', film: null })]);
    walls.slice(1).forEach((s, i) => {
      expect(s.after).toHaveLength(1);
      expect(s.after[0]).toMatchObject({ step: walls[i]?.key, stage: 'recoat' });
      expect(s.after[0]?.film?.key).toBe(walls[i]?.product?.key);
    });
    const last = [...zones.keys()].map((zone) => steps.filter((s) => s.zone === zone).at(-1)?.key);
    expect(steps.at(-1)?.after.map((r) => r.step)).toEqual(last);
    for (const r of steps.at(-1)?.after ?? []) expect(r.film?.stages[r.stage ?? 'cured']).toBeDefined();
  });

  it('names only steps that come before, whatever the system', () => {
    for (const system of SYSTEMS) {
      const own = siteRoute(system, buildRoute(system, usualCounts(system), system.tool), zones);
      own.forEach((s, i) => {
        const before = new Set(own.slice(0, i).map((x) => x.key));
        for (const r of s.after)
          expect({ system: system.key, step: s.key, known: before.has(r.step) }).toEqual({
            system: system.key,
            step: s.key,
            known: true,
          });
        expect(s.minutes).toBeGreaterThan(0);
      });
      expect(new Set(own.map((s) => s.key)).size).toBe(own.length);
    }
  });

  it('takes twice as long for twice the area, setting up aside', () => {
    const twice = siteRoute(SHELLAC_URETHANE, route, new Map([...zones].map(([z, a]) => [z, 2 * a])));
    const of = (list: typeof steps, key: string) => list.find((s) => s.key === key)?.minutes ?? NaN;
    expect(Math.abs(of(twice, 'protect') - 2 * of(steps, 'protect'))).toBeLessThanOrEqual(1);
    expect(Math.abs(of(twice, 'fixed-prep') - 2 * of(steps, 'fixed-prep'))).toBeLessThanOrEqual(1);
  });
});
