import { error } from '@sveltejs/kit';
import { pieceMark } from '$core/bench/mark';
import { nextStep, windowOf } from '$core/bench/guard/window';
import { inOrder } from '$core/bench/fold';
import { pieceState } from '$core/bench/state';
import { careDates } from '$core/bench/care';
import { facesOf } from '$core/coating/route';
import { answer } from '$server/answer';
import { hingesOf, notedWords } from '$core/kitchen/condition';
import { hidingPlace, tapePlace } from '$core/labels/hiding';
import { attachPhoto, removePhoto } from '$server/services/survey/attach-photo';
import { listPhotos } from '$server/store/photos';
import { jobOfPiece } from '$server/store/pieces';
import { listWorkers } from '$server/store/workers';
import { recordFromForm } from '$server/fact-action';
import type { Actions, PageServerLoad } from './$types';

const jobOf = (locals: App.Locals, piece: string): string => {
  const job = jobOfPiece(locals.db, piece);
  if (!job)
    error(404, {
      message: 'There is no such piece.',
      advice: 'Scan the label again, or find the piece by its code on the job’s pages.',
    });
  return job;
};

export const load: PageServerLoad = async ({ locals, params }) => {
  const { file } = locals.open(jobOf(locals, params.piece));
  const piece = file.pieces.find((p) => p.id === params.piece);
  if (!piece) error(404, 'There is no such piece.');
  const now = locals.now();
  const people = new Map(listWorkers(locals.db).map((w) => [w.id, w.name]));
  const own = pieceState(file.state, piece.id);
  const next = nextStep(file.state, file.route, piece.id);
  const from = next ? windowOf(file.state, next, piece.id, file.waits).from : 0;
  const working = [...file.state.works.values()].find((w) => w.end === null && w.pieces.includes(piece.id));
  const history = file.route.flatMap((step) => {
    const done = own.done.get(step.key);
    return done
      ? [
          {
            id: done.work,
            act: step.act,
            start: done.start,
            end: done.end,
            who: people.get(done.worker) ?? '',
            product: step.product?.name ?? '',
          },
        ]
      : [];
  });
  const film = file.route.reduce(
    (sum, step) => {
      if (step.product && own.done.has(step.key))
        for (const face of facesOf(step)) sum[face] += step.product.dryFilm.value * step.wet;
      return sum;
    },
    { front: 0, back: 0 },
  );
  const taken = inOrder(file.facts).flatMap((f) =>
    f.body.kind === 'void'
      ? [{ id: f.id, at: f.at, reason: f.body.reason, fact: f.body.fact, who: people.get(f.worker) ?? '' }]
      : [],
  );
  const touching = new Set(
    file.facts.flatMap((f) =>
      'pieces' in f.body && f.body.pieces.includes(piece.id)
        ? [f.id]
        : 'piece' in f.body && f.body.piece === piece.id
          ? [f.id]
          : [],
    ),
  );
  const zone = file.zones.find((z) => z.id === piece.zoneId);
  const hinges = hingesOf(piece, piece.condition);
  return {
    title: `Piece ${piece.code}`,
    jobId: file.job.id,
    jobName: file.job.name,
    zone: file.job.zone,
    unit: file.job.unit,
    colour: { hex: zone?.hex ?? '#DCCFA9', name: zone?.colour ?? '', letter: zone?.letter ?? '' },
    piece: {
      id: piece.id,
      code: piece.code,
      wall: piece.wall,
      form: piece.form,
      hinge: piece.hinge,
      w: piece.w,
      h: piece.h,
      lot: file.lots.find((l) => l.id === piece.lotId)?.name ?? null,
    },
    mark: pieceMark(file.state, file.route, piece.id, now, file.waits),
    place: own.place,
    missing: own.missing,
    hinges: piece.hinge ? hinges : null,
    hides: hidingPlace(piece.form, hinges).words,
    tape: next?.kind === 'coat' ? tapePlace(file.job.way, next.face === 'all' ? null : next.face) : null,
    noted: notedWords(piece.condition),
    photos: listPhotos(locals.db, file.job.id).flatMap((p) =>
      p.piece === piece.id ? [{ ...p, code: null }] : [],
    ),
    labelled: own.labelled,
    next: next ? { act: next.act, from: from > now ? from : null, hang: next.kind === 'hang' } : null,
    working: working ? (file.route.find((s) => s.key === working.step)?.act ?? '') : null,
    down: own.down,
    hungAt: own.hungAt,
    history,
    film,
    care: careDates(file.state, file.route, [piece.id], file.waits),
    taken: taken.filter((t) => touching.has(t.fact)),
  };
};

export const actions: Actions = {
  fact: (event) => recordFromForm(event, jobOf(event.locals, event.params.piece)),
  photo: async ({ request, locals, params }) => {
    const form = await request.formData();
    const photo = form.get('photo');
    return answer(async () => ({
      photo: await attachPhoto(locals.db, jobOf(locals, params.piece), {
        piece: params.piece,
        bytes: photo instanceof File ? new Uint8Array(await photo.arrayBuffer()) : new Uint8Array(),
        note: String(form.get('note') ?? ''),
        worker: locals.worker,
        now: locals.now(),
      }),
    }));
  },
  unphoto: async ({ request, locals, params }) => {
    const id = String((await request.formData()).get('photo') ?? '');
    return { removed: removePhoto(locals.db, jobOf(locals, params.piece), id) };
  },
};
