/** The text of a PDF as PDFium (package @hyzyla/pdfium) reads it, apart from the program that wrote it. */
import { PDFiumLibrary } from '@hyzyla/pdfium';

export async function textOf(pdf: Uint8Array): Promise<string> {
  const library = await PDFiumLibrary.init();
  const document = await library.loadDocument(pdf);
  let text = '';
  for (const page of document.pages()) text += `${page.getText()}\n`;
  document.destroy();
  library.destroy();
  return text.replace(/\s+/g, ' ');
}
