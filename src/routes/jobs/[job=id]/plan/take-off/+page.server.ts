import { FIXED_WORDS } from '$core/kitchen/fixed-work';
import { asItCame } from '$server/services/take-off/as-it-came';
import { takeOff } from '$server/services/take-off/take-off';
import { faceArea } from '$core/kitchen/area';
import { answer } from '$server/base/answer';
import { saveCans, sizesForForm } from '$server/services/take-off/shopping';
import { readSetting } from '$server/store/settings';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals, params }) => {
  const { file, plan } = locals.open(params.job);
  const totals = takeOff(locals.db, file, plan);
  const products = [...new Set(totals?.lines.map((l) => l.product.key))];
  return {
    sizes: sizesForForm(locals.db, products, readSetting(locals.db, 'measures') ?? 'metric'),
    came: totals && asItCame(file, totals),
    rate: readSetting(locals.db, 'costs') ?? null,
    facesM2: file.pieces.reduce((sum, p) => sum + faceArea(p) * (p.condition.faces === 'front' ? 1 : 2), 0),
    totals: totals && {
      ...totals,
      fixed: totals.fixed.map((f) => ({ ...f, name: FIXED_WORDS[f.kind] })),
      lines: totals.lines.map((l) => ({
        product: l.product.key,
        name: l.product.name,
        kind: l.product.kind,
        colour: l.colour,
        areaM2: l.areaM2,
        wetUm: l.wetUm,
        onWorkMl: l.onWorkMl,
        missesMl: l.missesMl,
        lossMl: l.lossMl,
        loads: l.loads,
        reserveMl: l.reserveMl,
        keepMl: l.keepMl,
        volumeMl: l.volumeMl,
        cover: l.cover,
        day: l.day,
        first: l.first,
      })),
    },
  };
};

export const actions: Actions = {
  cans: async ({ request, locals }) => {
    const form = await request.formData();
    return answer(() => {
      saveCans(locals.db, String(form.get('product') ?? ''), form);
      return { saved: true };
    });
  },
};
