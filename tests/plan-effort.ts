/** How hard the planner tries in tests of services, which ask what is done with a plan and not how good it is. */
import { EFFORTS } from '$core/job-plan/efforts';
import type { Effort } from '$core/planning/search/effort';
import { beforeAll } from 'vitest';

const usual = structuredClone(EFFORTS) as Record<string, Effort>;

function setEfforts(effortOf: (usual: Effort) => Effort): void {
  for (const [name, effort] of Object.entries(EFFORTS)) {
    const own = usual[name];
    if (own) Object.assign(effort, effortOf(own));
  }
}

/** From here on a plan is one of the first that come to mind; it keeps every rule all the same. */
export const planQuickly = (): void =>
  setEfforts((effort) => ({
    ...effort,
    steps: Math.min(effort.steps, 8),
    ...(effort.nodes === undefined ? {} : { nodes: Math.min(effort.nodes, 300) }),
    ...(effort.learning === undefined ? {} : { learning: Math.min(effort.learning, 0.05) }),
  }));

/** Called at the top of a file whose plans must be as good as those that people get. */
export const planInEarnest = (): void => beforeAll(() => setEfforts((effort) => effort));
