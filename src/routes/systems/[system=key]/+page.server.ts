import { error } from '@sveltejs/kit';
import { methodCard, prepCard } from '$core/coating/methods';
import { cautionsFor, cautionsOf, type HouseRisks } from '$core/coating/cautions';
import { buildRoute } from '$core/coating/route';
import { usualCounts } from '$core/coating/system';
import { PREP_LIBRARY } from '$core/coating/prep';
import { JOB_TOOLS, TOOL_FACTS } from '$core/coating/tool';
import { PLACES } from '$core/air/places';
import { learntPace, paceKey } from '$core/bench/view/pace';
import { sayLearnt } from '$core/drying/learn';
import { answer } from '$server/base/answer';
import { learntAt } from '$server/services/air/learnt';
import { recentPaces } from '$server/services/bench/paces';
import { allProducts, changeSystem, resetSystem, systemCalled } from '$server/services/systems/systems';
import { handlingRead, stepsRead } from '$server/services/systems/steps-read';
import { systemFromForm } from '$server/services/systems/system-form';
import { Refused } from '$server/base/refused';
import { listVersions } from '$server/store/finish-systems';
import { readSetting } from '$server/store/settings';
import type { Actions, PageServerLoad } from './$types';

/** Any house: what its year calls for is said with the job. */
const HOUSE: HouseRisks = { year: null, lead: 'none found' };

export const load: PageServerLoad = ({ locals, params }) => {
  let system;
  try {
    system = systemCalled(locals.db, params.system);
  } catch (refusal) {
    if (refusal instanceof Refused) error(404, refusal.message);
    throw refusal;
  }
  const route = buildRoute(system, usualCounts(system), system.tool);
  const seen = new Set<string>();
  const cards = [
    ...system.prep
      .filter((p) => p.on === 'kitchen')
      .map((p) => ({ card: prepCard(p), cautions: [] as string[], figure: p })),
    ...route.map((step) => ({
      card: methodCard(step),
      cautions: cautionsFor(step, HOUSE, system.cautions).map((c) => c.text),
      figure: system.prep.find((p) => p.key === step.key) ?? null,
    })),
    ...system.close.map((p) => ({ card: prepCard(p), cautions: [] as string[], figure: p })),
  ].filter(({ card }) => !seen.has(card.title) && seen.add(card.title));
  const steps = stepsRead(system);
  const recent = recentPaces(locals.db);
  const kinds = new Map(route.map((step) => [paceKey(step), step.act]));
  return {
    title: system.name,
    system,
    steps,
    cards,
    cautions: cautionsOf(route, HOUSE, system.cautions),
    handling: handlingRead(system),
    learnt: system.products.flatMap((p) =>
      PLACES.flatMap((place) => {
        const known = learntAt(locals.db, place).get(p.key);
        return known ? [{ product: p.name, place, says: sayLearnt(known) }] : [];
      }),
    ),
    paces: [...kinds].flatMap(([key, act]) => {
      const ratios = recent.get(key) ?? [];
      const percent = Math.round(100 * learntPace(ratios));
      const works = `${ratios.length} ${ratios.length === 1 ? 'work' : 'works'} recorded here`;
      return ratios.length ? [{ act, says: `${percent} % of the usual minutes, from ${works}` }] : [];
    }),
    addable: PREP_LIBRARY.filter((p) => !system.prep.some((x) => x.key === p.key)).map(({ key, act }) => ({
      key,
      act,
    })),
    products: allProducts(locals.db).map(({ key, name, kind }) => ({ key, name, kind })),
    tools: JOB_TOOLS.map((key) => ({ key, name: TOOL_FACTS[key].name })),
    versions: listVersions(locals.db, system.key),
  };
};

export const actions: Actions = {
  save: async ({ request, locals, params }) => {
    const form = await request.formData();
    return answer(() => ({
      saved: changeSystem(
        locals.db,
        params.system,
        systemFromForm(
          systemCalled(locals.db, params.system),
          form,
          readSetting(locals.db, 'measures') ?? 'metric',
        ),
        locals.worker,
        locals.now(),
      ).version,
    }));
  },
  reset: ({ locals, params }) =>
    answer(() => ({ saved: resetSystem(locals.db, params.system, locals.worker, locals.now()).version })),
};
