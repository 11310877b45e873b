import { buildRoute } from '$core/coating/route';
import { usualCounts } from '$core/coating/system';
import { SYSTEMS } from '$core/coating/systems/index';
import { unreadableSystems } from '$server/store/finish-systems';
import { allSystems } from '$server/services/systems/systems';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = ({ locals }) => ({
  title: 'Systems',
  unreadable: unreadableSystems(locals.db).map(({ key, version }) => ({
    key,
    version,
    name: SYSTEMS.find((s) => s.key === key)?.name ?? key,
  })),
  systems: allSystems(locals.db).map((system) => {
    const route = buildRoute(system, usualCounts(system), system.tool);
    const tops = system.products.filter((p) => p.stages.cured);
    return {
      key: system.key,
      name: system.name,
      reason: system.reason,
      version: system.version,
      traits: system.traits,
      layers: system.layers.map((l) => {
        const p = system.products.find((x) => x.key === l.product);
        return {
          name: p?.name ?? l.product,
          kind: p?.kind ?? 'finish',
          back: l.coats.back,
          front: l.coats.front,
          recoat: p?.stages.recoat?.value ?? null,
        };
      }),
      hang: Math.max(...(route.at(-1)?.after.map((r) => r.min) ?? [0])),
      cured: Math.max(...tops.map((p) => p.stages.cured?.value ?? 0)),
    };
  }),
});
