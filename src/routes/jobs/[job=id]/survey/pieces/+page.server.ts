import { readSaid } from '$server/services/survey/condition-form';
import { fixedOf } from '$core/takeoff/fixed-zones';
import { FIXED_WORDS } from '$core/kitchen/fixed-work';
import { noteMaterials } from '$server/services/survey/note-materials';
import { noteCondition } from '$server/services/survey/note-condition';
import { reformPieces } from '$server/services/survey/reform-pieces';
import { addZone, changeZone, paintZone, removeZone, SHEENS } from '$server/services/survey/zones';
import { elevations, zoneViews } from '$server/services/job/elevations';
import { answer } from '$server/base/answer';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const { file } = locals.open(params.job);
  return {
    walls: elevations(file, locals.now(), true),
    zones: zoneViews(file),
    sheens: SHEENS,
    fixed: [...new Set(fixedOf(file.job, file.pieces).work.map((w) => w.kind))].map((kind) => ({
      kind,
      words: FIXED_WORDS[kind],
      material: file.job.materials[kind] ?? 'as the fronts',
    })),
    pieces: file.pieces.map(({ id, code, wall, form, hinge, band, w, h, zoneId, condition }) => ({
      id,
      code,
      wall,
      form,
      hinge,
      band,
      w,
      h,
      zoneId,
      condition,
    })),
  };
};

const chosen = (form: FormData): string[] => form.getAll('piece').map(String);
const zone = (form: FormData) => ({
  name: form.get('name'),
  colour: form.get('colour'),
  hex: form.get('hex'),
  sheen: form.get('sheen'),
});

export const actions: Actions = {
  materials: async ({ request, locals, params }) => {
    const form = await request.formData();
    return answer(() => {
      noteMaterials(locals.db, params.job, Object.fromEntries(form));
      locals.forget();
      return { noted: 0 };
    });
  },
  note: async ({ request, locals, params }) => {
    const form = await request.formData();
    return answer(() => ({ noted: noteCondition(locals.db, params.job, chosen(form), readSaid(form)) }));
  },
  form: async ({ request, locals, params }) => {
    const form = await request.formData();
    return answer(() => {
      const said = { form: form.get('form') || undefined, hinge: form.get('hinge') || undefined };
      const reformed = reformPieces(locals.db, params.job, chosen(form), said);
      locals.forget();
      return { reformed };
    });
  },
  paint: async ({ request, locals, params }) => {
    const form = await request.formData();
    return answer(() => {
      paintZone(locals.db, params.job, String(form.get('zone') ?? ''), chosen(form));
      locals.forget();
      return { painted: true };
    });
  },
  zone: async ({ request, locals, params }) => {
    const form = await request.formData();
    const id = String(form.get('id') ?? '');
    return answer(() => {
      if (id) changeZone(locals.db, params.job, id, zone(form));
      else addZone(locals.db, params.job, zone(form));
      locals.forget();
      return { zoned: true };
    });
  },
  unzone: async ({ request, locals, params }) => {
    const form = await request.formData();
    return answer(() => {
      removeZone(locals.db, params.job, String(form.get('id') ?? ''));
      locals.forget();
      return { zoned: true };
    });
  },
};
