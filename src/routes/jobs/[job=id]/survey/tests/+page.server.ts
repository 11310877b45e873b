import { surveyCautions } from '$core/coating/cautions';
import { leadTest, openFindings, SITE_TESTS } from '$core/quality/site-tests';
import { answer } from '$server/base/answer';
import { recordFromForm } from '$server/fact-action';
import { attachPhoto, removePhoto } from '$server/services/survey/attach-photo';
import { listPhotos } from '$server/store/photos';
import { listWorkers } from '$server/store/workers';
import type { Actions, PageServerLoad } from './$types';

/** A door taller than this takes two, mm. Common practice, no source. */
const TALL_MM = 1500;

export const load: PageServerLoad = async ({ locals, params }) => {
  const { file } = locals.open(params.job);
  const people = new Map(listWorkers(locals.db).map((w) => [w.id, w.name]));
  const conditions = file.pieces.map((p) => p.condition);
  const findings = openFindings(file.state.tests);
  return {
    methods: SITE_TESTS,
    pieces: file.pieces.map(({ id, code }) => ({ id, code })),
    tests: file.state.tests.toReversed().map((t) => ({
      ...t,
      who: people.get(t.worker) ?? '',
      code: t.piece === null ? null : (file.codes.get(t.piece) ?? '?'),
      open: findings.some((f) => f.test.id === t.id),
    })),
    findings: findings.map((f) => ({
      key: `${f.key} ${f.test.id}`,
      weight: f.weight,
      says: f.says,
      todo: f.todo,
      where: f.test.piece === null ? f.test.place : `${file.codes.get(f.test.piece) ?? '?'}, ${f.test.place}`,
    })),
    cautions: surveyCautions({
      houseYear: file.job.houseYear,
      lead: leadTest(file.state.tests),
      loose: conditions.some((c) => c.loose),
      film: conditions.some((c) => c.wood === 'melamine' || c.oldFinish === 'printed film'),
      greasy: conditions.some((c) => c.grease >= 2),
      tall: file.pieces.some((p) => p.h > TALL_MM),
    }),
    photos: listPhotos(locals.db, params.job).map((p) => ({
      ...p,
      code: p.piece === null ? null : (file.codes.get(p.piece) ?? '?'),
    })),
  };
};

export const actions: Actions = {
  fact: (event) => recordFromForm(event, event.params.job),
  photo: async ({ request, locals, params }) => {
    const form = await request.formData();
    const photo = form.get('photo');
    return answer(async () => ({
      photo: await attachPhoto(locals.db, params.job, {
        piece: String(form.get('piece') ?? '') || null,
        bytes: photo instanceof File ? new Uint8Array(await photo.arrayBuffer()) : new Uint8Array(),
        note: String(form.get('note') ?? ''),
        worker: locals.worker,
        now: locals.now(),
      }),
    }));
  },
  unphoto: async ({ request, locals, params }) => {
    const id = String((await request.formData()).get('photo') ?? '');
    return { removed: removePhoto(locals.db, params.job, id) };
  },
};
