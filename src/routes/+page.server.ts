import { acts } from '$core/bench/acts';
import { judgeAir } from '$core/air/humid-air';
import { plannedSteps } from '$core/planning/job-problem';
import { handBack } from '$server/services/job-shell';
import { listSummaries } from '$server/store/summaries';
import type { PageServerLoad } from './$types';

/** What each job under way wants next. */
export const load: PageServerLoad = async ({ locals }) => {
  const now = locals.now();
  const open = listSummaries(locals.db).filter((s) => s.stage !== 'check' || s.openTouchUps > 0);
  const jobs = await Promise.all(
    open.map(async (summary) => {
      const { file, plan } = await locals.open(summary.id);
      const planned =
        plan && !('infeasible' in plan.result) ? plannedSteps(plan.result.assignments, plan.t0) : [];
      const due = new Map(planned.map((p) => [`${p.lot}:${p.step}`, p.start]));
      const names = new Map(file.lots.map((l) => [l.id, l.name]));
      const list = acts(file.state, file.route, file.lots, now, due, file.waits).slice(0, 4);
      const air = [...file.state.air.values()].map((a) => ({
        ...a,
        ...judgeAir(a, { minC: 10, maxC: 32 }, file.context.measures),
      }));
      return {
        id: summary.id,
        name: summary.name,
        stage: summary.stage,
        zone: file.job.zone,
        back: handBack(plan)?.at ?? null,
        openTouchUps: summary.openTouchUps,
        pieces: summary.pieces,
        passes: `${summary.passesDone} of ${summary.passes} passes`,
        air,
        acts: list.map((a) => ({
          status: a.status,
          words: `${a.step.act} · lot ${names.get(a.lot) ?? ''}`,
          pieces: a.pieces.length,
          from: a.status === 'waiting' ? a.from : null,
        })),
      };
    }),
  );
  return { title: 'Today', jobs };
};
