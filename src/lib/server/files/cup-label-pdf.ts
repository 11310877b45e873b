/** The label of a mixing cup: what is in it, which batch, from when and until when it may be used. */
import type { Mix } from '$core/bench/state/state';
import { sayTime } from '$core/units/clock-time';
import { ML_PER_FL_OZ } from '$core/units/measures';
import type { OpenJob } from '../services/job/open-job';
import { makePdf, pt } from './pdf';

const [WIDTH_MM, HEIGHT_MM] = [62, 38];

export function cupLabel(file: OpenJob, mix: Mix): Promise<Buffer> {
  const product = file.system?.products.find((p) => p.key === mix.product)?.name ?? mix.product;
  const say = (at: number): string => sayTime(at, file.job.zone);
  const ml = (value: number): string =>
    file.context.measures === 'us' ? `${(value / ML_PER_FL_OZ).toFixed(1)} fl oz` : `${value.toFixed(0)} mL`;
  return makePdf({
    pageSize: { width: pt(WIDTH_MM), height: pt(HEIGHT_MM) },
    pageMargins: [pt(3), pt(2), pt(3), pt(2)],
    info: { title: `Cup ${mix.batch}` },
    content: [
      { text: `Batch ${mix.batch}`, bold: true, fontSize: 15 },
      { text: product, bold: true, fontSize: 10 },
      {
        text: [
          `base ${ml(mix.a)}`,
          mix.b ? `hardener ${ml(mix.b)}` : '',
          mix.thinner ? `thinner ${ml(mix.thinner)}` : '',
        ]
          .filter(Boolean)
          .join(' · '),
        fontSize: 8,
      },
      {
        text: `mixed ${say(mix.at)}${mix.readyAt > mix.at ? `, use from ${say(mix.readyAt)}` : ''}`,
        fontSize: 8,
      },
      { text: mix.useBy ? `use by ${say(mix.useBy)}` : 'no pot life', bold: true, fontSize: 11 },
      { text: file.job.name, fontSize: 8 },
    ],
  });
}
