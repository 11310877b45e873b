/** Clean-outs between products and colours, counted by hand. */
import { isPlan } from '$core/planning/model/infeasible';
import { expect, it } from 'vitest';
import { planInputs, ISLAND, WALLS } from '../../../../tests/plan-inputs';
import { buildRoute } from '../coating/route';
import { usualCounts } from '../coating/system';
import { GLAZE_CLEAR, SHELLAC_URETHANE } from '../coating/systems/index';
import { TOOL_FACTS } from '../coating/tool';
import { makePlan } from '../job-plan/make-plan';
import { routeNow } from '../job-plan/job-at';
import { readOperationId } from '../planning/model/operation-id';
import { waysOf } from '../job-plan/ways';
import { cleanOuts } from './clean-outs';

const routeOf = (system = SHELLAC_URETHANE) => buildRoute(system, usualCounts(system), 'spray');
const piece = (id: string, colour: string) => ({ id, colour });

it('one colour: the primer is cleaned out once a face, and the gun is clean at first', () => {
  // Backs: primer, enamel, enamel; fronts the same: primer to enamel, enamel to primer, primer to enamel.
  const out = cleanOuts(routeOf(), [piece('a', 'white')]);
  expect(out.count).toBe(3);
  expect(out.minutes).toBe(3 * TOOL_FACTS.spray.changeoverMinutes);
  expect(out.loads.get('shellac-primer')).toBe(2);
});

it('two colours of one enamel: it is cleaned out between them, the held one first', () => {
  // Backs: primer | one, the other | back to the one | fronts: primer | one, the other | back to the one.
  const out = cleanOuts(routeOf(), [piece('a', 'white'), piece('b', 'green')]);
  expect(out.count).toBe(2 + 1 + 1 + 2 + 1);
  const enamel = ['white', 'green'].map((c) => out.loads.get(`urethane-enamel ${c}`) ?? 0);
  expect(enamel.reduce((a, b) => a + b)).toBe(6);
  // A rag holds what it is dipped into.
  expect(cleanOuts(routeOf(GLAZE_CLEAR), [piece('a', 'white')]).count).toBeLessThan(8);
});

it('a plan in two colours changes over between them; in one colour it does not', () => {
  const AT = Date.UTC(2026, 2, 9, 6);
  const setups = (zones: { id: string; colour: string }[]): number => {
    const inputs = { ...planInputs(SHELLAC_URETHANE, { lotSize: 4 }), zones };
    const made = makePlan(inputs, AT);
    if (!made || !isPlan(made.result)) throw new Error('no plan');
    const at = new Map(made.result.assignments.map((a) => [a.operation, a]));
    const station = made.problem.stations.find((s) => s.id === 'coating');
    const coats = made.problem.operations
      .filter((o) => o.station === 'coating' && readOperationId(o.id))
      .sort((a, b) => (at.get(a.id)?.start ?? 0) - (at.get(b.id)?.start ?? 0));
    expect(coats.length).toBeGreaterThan(routeNow(inputs).filter((s) => s.kind === 'coat').length);
    return coats.slice(1).reduce((sum, o, i) => {
      const from = coats[i]?.material;
      const own = station?.changeovers.find((c) => c.from === from && c.to === o.material)?.minutes ?? 0;
      const taken = (at.get(o.id)?.end ?? 0) - (at.get(o.id)?.start ?? 0);
      expect(taken, o.id).toBeGreaterThanOrEqual(o.minutes + own);
      return sum + own;
    }, 0);
  };
  const one = setups([WALLS, ISLAND].map((id) => ({ id, colour: 'white' })));
  const two = setups([
    { id: WALLS, colour: 'white' },
    { id: ISLAND, colour: 'green' },
  ]);
  expect(two).toBeGreaterThan(one);
});

it('coats on the fixed work begin with clean tools, colour by colour', () => {
  const inputs = planInputs(SHELLAC_URETHANE);
  const { fixed } = waysOf(inputs.choice, inputs.job, inputs.pieces);
  const coats = fixed.filter((s) => s.kind === 'coat');
  const own = (s: (typeof coats)[number]): number =>
    Math.max(1, Math.ceil(TOOL_FACTS.spray.setupMinutes + s.areaM2 * TOOL_FACTS.spray.minutesPerM2 - 1e-9));
  const cleaned = coats.filter((s) => s.minutes === own(s) + TOOL_FACTS.spray.changeoverMinutes);
  // Two primers; then each enamel after the other colour's, twice.
  expect(coats).toHaveLength(6);
  expect(cleaned).toHaveLength(4);
  expect(coats.filter((s) => s.minutes === own(s))).toHaveLength(2);
});
