import { CSV_FIELDS } from '$core/formats/pieces-csv';
import { answer } from '$server/base/answer';
import { importPieces, previewPieces, readMapping } from '$server/services/survey/import-pieces';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const { file } = locals.open(params.job);
  return {
    fields: CSV_FIELDS.map((f) => f.key),
    walls: [...new Set(file.pieces.map((p) => p.wall))],
  };
};

/** The table of a form: a chosen file, else what was pasted. */
async function tableOf(form: FormData): Promise<string> {
  const sent = form.get('csv');
  const text = sent instanceof File && sent.size > 0 ? await sent.text() : String(form.get('text') ?? '');
  return text.replace(/\r\n/g, '\n');
}

export const actions: Actions = {
  preview: async ({ request, locals, params }) => {
    const form = await request.formData();
    const text = await tableOf(form);
    const asNew = form.get('asNew') === 'yes';
    const sent = form.getAll('field').map(String);
    return answer(async () => {
      const { file } = locals.open(params.job);
      const { reading, ...preview } = previewPieces(
        file,
        text,
        sent.length ? readMapping(sent) : null,
        asNew,
      );
      return {
        text,
        asNew,
        preview: {
          ...preview,
          faults: reading.faults.slice(0, 100),
          faultCount: reading.faults.length,
          changes: reading.changes.map((c) => c.code),
          added: reading.cabinets.map((c) => ({
            wall: c.wall,
            forms: c.pieces.map((p) => p.form),
            rows: c.pieces.map((p) => p.row),
          })),
        },
      };
    });
  },
  import: async ({ request, locals, params }) => {
    const form = await request.formData();
    const text = await tableOf(form);
    return answer(() => {
      const done = importPieces(
        locals.db,
        params.job,
        text,
        readMapping(form.getAll('field').map(String)),
        form.get('asNew') === 'yes',
      );
      locals.forget();
      return { done };
    });
  },
};
