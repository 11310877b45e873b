import { piecesBegun } from '$core/bench/state/state';
import { QUESTIONS } from '$core/coating/proposal-facts';
import { TOOL_FACTS } from '$core/coating/tool';
import { error, redirect } from '@sveltejs/kit';
import { answer } from '$server/base/answer';
import { choosePlan } from '$server/services/plan/choose-plan';
import { finishedApart } from '$server/services/plan/finishes-form';
import { choiceOf, partOf, proposalOf } from '$server/services/plan/take-proposal';
import { readSetting } from '$server/store/settings';
import { Refused } from '$server/base/refused';
import { quotes } from '$server/services/lasting/quote';
import { answerQuestions, proposeFor } from '$server/services/plan/propose';
import { patternBacks } from '$server/services/plan/weigh';
import { PATTERN_FACTS, PATTERNS } from '$core/coating/pattern';
import type { Actions, PageServerLoad } from './$types';

/** Ways out that are shown. */
const MOST_WAYS = 8;

export const load: PageServerLoad = async ({ locals, params, url }) => {
  const { file } = locals.open(params.job);
  let part: string | null;
  try {
    part = partOf(file, url.searchParams.get('for') ?? '');
  } catch (refusal) {
    if (refusal instanceof Refused) error(404, refusal.message);
    throw refusal;
  }
  const { list, whatIfs, waysOut, answers, answered, found } = proposeFor(
    locals.db,
    file,
    locals.now(),
    part,
  );
  return {
    questions: QUESTIONS.map((q) => ({ ...q, given: answers[q.fact] })),
    answered,
    found,
    waysOut: waysOut.slice(0, MOST_WAYS).map((w) => ({
      answers: w.answers.map((a) => `${a.asks} ${a.says}`),
      systems: w.systems.map((s) => s.name),
    })),
    part,
    parts: [
      { key: '', words: 'the whole job' },
      ...finishedApart(file).map(({ key, words }) => ({ key, words })),
    ],
    proposals: list.map(
      ({ system, counts, coatReasons, points, stops, forIt, against, tool, toolReason, days }) => ({
        tool: TOOL_FACTS[tool].name,
        toolReason,
        days,
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
      }),
    ),
    whatIfs: whatIfs.map((w) => ({ asks: w.asks, says: w.says, system: w.system.name })),
    chosen: (part === null ? file.choice : file.choice?.finishes[part])?.system.key ?? null,
    patterns: PATTERNS.map((key) => ({ key, ...PATTERN_FACTS[key], on: file.choice?.pattern === key })),
    backs: url.searchParams.has('compare') ? await patternBacks(locals.db, file, locals.now()) : null,
    record: await quotes(locals.db, locals.now()),
    begun: piecesBegun(file.state),
    chosenAtAll: file.choice !== null,
    currency: readSetting(locals.db, 'costs')?.currency ?? '',
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
  /** Plans with a proposed system: its coats for this kitchen, its tool and the place that was answered. */
  take: async ({ request, locals, params }) => {
    const form = await request.formData();
    const taken = await answer(async () => {
      const { file } = locals.open(params.job);
      const part = partOf(file, String(form.get('for') ?? ''));
      const key = String(form.get('system') ?? '');
      const proposal = proposalOf(locals.db, file, part, key, locals.now());
      await choosePlan(
        locals.db,
        params.job,
        choiceOf(locals.db, file, part, proposal, locals.now()),
        locals.now,
      );
      locals.forget();
      return { taken: key };
    });
    if ('taken' in taken) redirect(303, `/jobs/${params.job}/plan`);
    return taken;
  },
};
