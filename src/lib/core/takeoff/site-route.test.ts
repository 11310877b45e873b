import { describe, expect, it } from 'vitest';
import { buildRoute } from '../coating/route';
import { applySchools, USUAL_SCHOOLS } from '../coating/schools';
import {
  ALL_IN_ONE,
  CHALK_WAX,
  GLAZE_CLEAR,
  KIT,
  MELAMINE,
  SHELLAC_URETHANE,
  SYSTEMS,
} from '../coating/systems/index';
import { usualCounts, type System } from '../coating/system';
import { TOOL_FACTS } from '../coating/tool';
import { finishOf, frames, partOf, siteOf } from '../../../../tests/fixed-work';
import { siteRoute, type SiteStep } from './site-route';

const zones = { walls: 6, island: 2 };
const steps = siteOf(SHELLAC_URETHANE, zones);
const index = (key: string, list = steps) => list.findIndex((s) => s.key === key);
const stepIn = (list: readonly SiteStep[], key: string): SiteStep => {
  const found = list.find((s) => s.key === key);
  if (!found) throw new Error(`There is no ${key} among ${list.map((s) => s.key).join(', ')}`);
  return found;
};

describe('the way of the fixed work', () => {
  it('is nothing where nothing stays on the wall', () => {
    expect(siteRoute([])).toEqual([]);
    expect(siteOf(SHELLAC_URETHANE, { walls: 0 })).toEqual([]);
  });

  it('goes protect, clean, sand, caulk, coats, unmask', () => {
    expect(steps[0]?.key).toBe('protect');
    expect(index('fixed.clean')).toBeGreaterThan(index('protect'));
    expect(index('fixed.sand')).toBeGreaterThan(index('fixed.clean'));
    expect(index('caulk')).toBeGreaterThan(index('fixed.sand'));
    const coats = steps.flatMap((s, i) => (s.kind === 'coat' ? [i] : []));
    expect(Math.min(...coats)).toBeGreaterThan(index('caulk'));
    expect(steps.at(-1)).toMatchObject({ key: 'unmask', kind: 'close' });
  });

  it('cleans and sands as two steps with the hour between (T05: common practice, no source)', () => {
    expect(stepIn(steps, 'fixed.sand').after).toEqual([
      expect.objectContaining({ step: 'fixed.clean', min: 60 }),
    ]);
  });

  it('coats every colour as the fronts are coated, by its own area', () => {
    const route = buildRoute(SHELLAC_URETHANE, usualCounts(SHELLAC_URETHANE), 'spray');
    const fronts = route.filter((s) => s.kind === 'coat' && s.face === 'front');
    for (const [zone, area] of Object.entries(zones)) {
      const own = steps.filter((s) => s.zone === zone && s.kind === 'coat');
      expect(own.map((s) => s.product?.key)).toEqual(fronts.map((s) => s.product?.key));
      // Behind the other colour, every enamel begins with a gun that is cleaned out; the primer is one for both.
      for (const s of own)
        expect(s.minutes).toBe(
          Math.ceil(TOOL_FACTS.spray.setupMinutes + area * TOOL_FACTS.spray.minutesPerM2) +
            (s.product?.kind === 'primer' ? 0 : TOOL_FACTS.spray.changeoverMinutes),
        );
    }
  });

  it('gives each coat the waits that the pieces’ coats have, in every system, and sands between where they are sanded', () => {
    for (const system of SYSTEMS) {
      const own = siteOf(system, { walls: 6 });
      const counts = usualCounts(system).map(({ front }) => ({ back: 0, front }));
      const route = buildRoute({ ...system, prep: [], close: [] }, counts, system.tool).slice(0, -1);
      for (const step of route.slice(1)) {
        const made = stepIn(own, `${step.key} walls`);
        expect(made.grit).toBe(step.grit);
        for (const need of step.after)
          expect(made.after).toContainEqual({ ...need, step: `${need.step} walls` });
      }
    }
  });

  it('lets the sealer wait a day (T11), wipes the glaze, buffs the wax (T15: common practice, no source)', () => {
    expect(stepIn(siteOf(ALL_IN_ONE, { walls: 6 }), 'front.sealer.1 walls').after).toContainEqual(
      expect.objectContaining({ step: 'front.self-priming.2 walls', min: 1440 }),
    );
    const rubbed = (system: System) =>
      siteOf(system, { walls: 6 }).filter((s) => /then (wipe|buff)/.test(s.act));
    for (const system of [KIT, GLAZE_CLEAR]) expect(rubbed(system)).toHaveLength(1);
    expect(rubbed(CHALK_WAX)).toHaveLength(2);
    // Six square metres are twenty-four faces: laid, left five minutes, each wiped for a minute and a half.
    const [glaze] = rubbed(GLAZE_CLEAR);
    const { setupMinutes, minutesPerM2 } = TOOL_FACTS.rag;
    expect(glaze?.minutes).toBeGreaterThanOrEqual(setupMinutes + 6 * minutesPerM2 + 5 + 1.5);
  });

  it('caulks the gaps that the first coat shows, and paints over them after 20 min (T16: common practice, no source)', () => {
    const caulk = stepIn(steps, 'spot-caulk walls');
    expect(caulk.after).toEqual([
      expect.objectContaining({ step: 'front.shellac-primer.1 walls', stage: 'recoat' }),
    ]);
    const next = steps[index('spot-caulk walls') + 1];
    expect(next?.after).toContainEqual(expect.objectContaining({ step: 'spot-caulk walls', min: 20 }));
  });

  it('scores dry tape when the films can be sanded; pulls wet tape at once, before the film sets', () => {
    const last = Object.keys(zones).map((zone) => steps.filter((s) => s.zone === zone).at(-1)?.key);
    const unmask = stepIn(steps, 'unmask');
    expect(unmask.after.map((r) => r.step)).toEqual(last);
    for (const r of unmask.after) expect(r.film?.stages[r.stage ?? 'cured']).toBeDefined();
    const wet = siteOf(applySchools(SHELLAC_URETHANE, { ...USUAL_SCHOOLS, tape: 'wet' }), zones);
    for (const zone of Object.keys(zones)) {
      const coat = wet.filter((s) => s.zone === zone && s.kind === 'coat').at(-1);
      expect(stepIn(wet, `unmask ${zone}`).after).toEqual([
        expect.objectContaining({
          step: coat?.key,
          min: 0,
          max: coat?.product?.stages.touch?.value,
        }),
      ]);
    }
  });

  it('names only steps that come before, each key once, whatever the systems', () => {
    for (const system of SYSTEMS)
      for (const other of SYSTEMS) {
        const own = siteRoute([
          partOf(finishOf(system), frames('walls', 6)),
          partOf(finishOf(other, { key: 'island' }), frames('island', 2)),
        ]);
        own.forEach((s, i) => {
          const before = new Set(own.slice(0, i).map((x) => x.key));
          for (const r of s.after)
            expect({
              system: system.key,
              other: other.key,
              step: s.key,
              needs: r.step,
              known: before.has(r.step),
            }).toEqual(expect.objectContaining({ known: true }));
          expect(s.minutes).toBeGreaterThan(0);
        });
        expect(new Set(own.map((s) => s.key)).size).toBe(own.length);
      }
  });

  it('takes twice as long for twice the area, setting up aside', () => {
    const twice = siteOf(SHELLAC_URETHANE, { walls: 12, island: 4 });
    const of = (list: typeof steps, key: string) => stepIn(list, key).minutes;
    for (const key of ['protect', 'fixed.clean', 'fixed.sand'])
      expect(Math.abs(of(twice, key) - 2 * of(steps, key))).toBeLessThanOrEqual(1);
  });
});

describe('colours in systems of their own', () => {
  const own = siteRoute([
    partOf(finishOf(SHELLAC_URETHANE), frames('lowers', 4)),
    partOf(finishOf(ALL_IN_ONE, { key: 'uppers' }), frames('uppers', 3, { upper: true })),
  ]);
  it('are prepared and coated each by its own, protected and unmasked together', () => {
    expect(own.filter((s) => s.key === 'protect' || s.key === 'unmask')).toHaveLength(2);
    expect(own.some((s) => s.key === 'fixed.degloss uppers')).toBe(true);
    expect(own.some((s) => s.key === 'fixed.degloss')).toBe(false);
    const products = (zone: string) =>
      new Set(own.filter((s) => s.zone === zone).flatMap((s) => s.product?.key ?? []));
    expect([...products('uppers')]).toEqual(['self-priming', 'sealer']);
    expect([...products('lowers')]).toEqual(['shellac-primer', 'urethane-enamel']);
  });
  it('go uppers before lowers, coat by coat', () => {
    const first = own.find((s) => s.kind === 'coat');
    expect(first?.zone).toBe('uppers');
    const lower = stepIn(own, 'front.shellac-primer.1 lowers');
    expect(lower.after).toContainEqual(expect.objectContaining({ step: first?.key }));
  });
});

describe('what it is made of decides what goes on first', () => {
  const of = (material: 'melamine' | 'raw wood' | 'new skin', system = SHELLAC_URETHANE) =>
    siteRoute([
      partOf(finishOf(system), frames('walls', 5), frames('walls', 1.5, { kind: 'end-panel', material })),
    ]);
  it('melamine ends get a surface sealer, not sanded, on their area alone', () => {
    const made = of('melamine');
    const seal = stepIn(made, 'seal-slick walls');
    expect(seal).toMatchObject({ areaM2: 1.5, act: 'Seal the slick end panels', grit: null });
    expect(stepIn(made, 'front.shellac-primer.1 walls').after).toContainEqual(
      expect.objectContaining({ step: 'seal-slick walls', stage: 'recoat' }),
    );
    expect(of('melamine', MELAMINE).some((s) => s.key === 'seal-slick walls')).toBe(false);
  });
  it('raw wood gets the first product once more; a new skin is glued on before that', () => {
    expect(stepIn(of('raw wood'), 'prime-raw walls').product?.key).toBe('shellac-primer');
    const skin = of('new skin');
    expect(index('skin', skin)).toBeLessThan(index('fixed.clean', skin));
    expect(stepIn(skin, 'prime-raw walls').areaM2).toBe(1.5);
    expect(of('raw wood').some((s) => s.key === 'skin')).toBe(false);
  });
});
