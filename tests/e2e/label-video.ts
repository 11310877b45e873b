/** A printed label as a camera would see it: the first page of a PDF, rasterised, as a raw video (YUV4MPEG2). */
import { PDFiumLibrary } from '@hyzyla/pdfium';
import { writeFileSync } from 'node:fs';

const [W, H] = [640, 480];
const FRAMES = 5;

/** Writes the video. @param pdf labels, one a page @param widthMm width of that page */
export async function labelVideo(pdf: Uint8Array, widthMm: number, path: string): Promise<void> {
  const library = await PDFiumLibrary.init();
  const document = await library.loadDocument(pdf);
  const first = document.getPage(0);
  const { data, width, height } = await first.render({
    scale: (W * 0.85) / ((widthMm / 25.4) * 72),
    render: 'bitmap',
    colorSpace: 'BGRA',
  });
  const luma = new Uint8Array(W * H).fill(90);
  const [left, top] = [Math.floor((W - width) / 2), Math.floor((H - height) / 2)];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const i = (y * width + x) * 4;
      // Rec. 601 luma, full range.
      luma[(top + y) * W + left + x] = Math.round(
        0.114 * (data[i] ?? 0) + 0.587 * (data[i + 1] ?? 0) + 0.299 * (data[i + 2] ?? 0),
      );
    }
  document.destroy();
  library.destroy();
  const chroma = new Uint8Array((W * H) / 2).fill(128);
  const frame = Buffer.concat([Buffer.from('FRAME\n'), luma, chroma]);
  const header = Buffer.from(`YUV4MPEG2 W${W} H${H} F10:1 Ip A1:1 C420jpeg\n`);
  writeFileSync(path, Buffer.concat([header, ...Array.from({ length: FRAMES }, () => frame)]));
}
