/** PDF documents in the fonts that ship with the application. */
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import pdfmake from 'pdfmake';
import type { TDocumentDefinitions } from 'pdfmake/interfaces';

const POINTS_PER_MM = 72 / 25.4;
export const pt = (mm: number): number => mm * POINTS_PER_MM;

/** A face of the fonts that ship with the application. */
const face = (family: 'ibm-plex-sans' | 'ibm-plex-mono', weight: 400 | 600): string => {
  const folder = dirname(createRequire(import.meta.url).resolve(`@fontsource/${family}/package.json`));
  return join(folder, 'files', `${family}-latin-${weight}-normal.woff`);
};
const sans = face('ibm-plex-sans', 400);
const bold = face('ibm-plex-sans', 600);
const mono = face('ibm-plex-mono', 600);
pdfmake.setFonts({
  Sans: { normal: sans, bold, italics: sans, bolditalics: bold },
  Mono: { normal: mono, bold: mono, italics: mono, bolditalics: mono },
});
// A document needs nothing from elsewhere: only the fonts are read.
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy((path: string) => [sans, bold, mono].includes(path));

/** Lists and plain objects anew, all the way down; functions and bytes as they are. */
function copyOf<T>(value: T): T {
  if (Array.isArray(value)) return value.map(copyOf) as T;
  if (value === null || typeof value !== 'object' || Object.getPrototypeOf(value) !== Object.prototype)
    return value;
  return Object.fromEntries(Object.entries(value).map(([key, of]) => [key, copyOf(of)])) as T;
}

/** @param definition is left as it is: the library writes its layout into what it is given, so it gets a copy */
export const makePdf = (definition: TDocumentDefinitions): Promise<Buffer> =>
  pdfmake.createPdf(copyOf({ defaultStyle: { font: 'Sans' }, ...definition })).getBuffer();

/** Answers a request with a PDF that opens in the browser. */
export const pdfResponse = (pdf: Buffer, name: string): Response =>
  new Response(new Uint8Array(pdf), {
    headers: { 'content-type': 'application/pdf', 'content-disposition': `inline; filename="${name}"` },
  });
