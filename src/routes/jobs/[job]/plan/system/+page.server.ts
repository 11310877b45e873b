import { QUESTIONS } from '$core/coating/proposal-facts';
import { redirect } from '@sveltejs/kit';
import { answer } from '$server/answer';
import { choosePlan } from '$server/services/plan/choose-plan';
import { choiceFromForm } from '$server/services/plan/plan-form';
import { answerQuestions, proposeFor } from '$server/services/plan/propose';
import { patternBacks } from '$server/services/plan/weigh';
import { PATTERN_FACTS, PATTERNS } from '$core/coating/pattern';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params, url }) => {
  const { file } = locals.open(params.job);
  const { list, whatIfs, answers, answered, found } = proposeFor(locals.db, file);
  return {
    questions: QUESTIONS.map((q) => ({ ...q, given: answers[q.fact] })),
    answered,
    found,
    proposals: list.map(({ system, counts, coatReasons, points, stops, forIt, against }) => ({
      key: system.key,
      name: system.name,
      reason: system.reason,
      points,
      stops,
      forIt,
      against,
      coats: system.layers.map((layer, i) => ({
        product: system.products.find((p) => p.key === layer.product)?.name ?? '',
        back: counts[i]?.back ?? 0,
        front: counts[i]?.front ?? 0,
      })),
      coatReasons,
    })),
    whatIfs: whatIfs.map((w) => ({ asks: w.asks, says: w.says, system: w.system.name })),
    chosen: file.choice?.system.key ?? null,
    patterns: PATTERNS.map((key) => ({ key, ...PATTERN_FACTS[key], on: file.choice?.pattern === key })),
    backs: url.searchParams.has('compare') ? await patternBacks(locals.db, file, locals.now()) : null,
    begun: file.state.works.size > 0,
  };
};

export const actions: Actions = {
  answers: async ({ request, locals, params }) => {
    const form = await request.formData();
    return answer(() => {
      answerQuestions(
        locals.db,
        params.job,
        Object.fromEntries(
          QUESTIONS.map(({ fact, answers }) => [
            fact,
            answers.find((a) => String(a.value) === form.get(fact))?.value,
          ]),
        ),
      );
      locals.forget();
      return { kept: true };
    });
  },
  /** Plans with a proposed system: its coats for this kitchen, the tool and the place that were answered. */
  take: async ({ request, locals, params }) => {
    const form = await request.formData();
    const taken = await answer(async () => {
      const { file } = locals.open(params.job);
      const { list, answers } = proposeFor(locals.db, file);
      const key = String(form.get('system') ?? '');
      const proposal = list.find((p) => p.system.key === key);
      proposal?.counts.forEach((count, i) => {
        form.set(`back.${key}.${i}`, String(count.back));
        form.set(`front.${key}.${i}`, String(count.front));
      });
      form.set('tool', answers.tool);
      form.set('place', answers.place);
      await choosePlan(
        locals.db,
        params.job,
        choiceFromForm(locals.db, file, form, locals.now()),
        locals.now,
      );
      locals.forget();
      return { taken: key };
    });
    if ('taken' in taken) redirect(303, `/jobs/${params.job}/plan`);
    return taken;
  },
};
