import type { TDocumentDefinitions } from 'pdfmake/interfaces';
import { lazyModule } from './lazy';

const FONTS = {
  normal: new URL('@fontsource/archivo-narrow/files/archivo-narrow-latin-400-normal.woff', import.meta.url),
  bold: new URL('@fontsource/archivo-narrow/files/archivo-narrow-latin-700-normal.woff', import.meta.url),
} as const;

/** Name of the only font family of printed files. */
export const PDF_FONT = 'Sheet';

/** A picture or font as a `data:` URL. Null if it cannot be loaded. */
export async function dataUrl(src: string): Promise<string | null> {
  const blob = await fetch(src)
    .then((r) => (r.ok ? r.blob() : null))
    .catch(() => null);
  if (!blob) return null;
  return new Promise((resolve) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result));
    reader.onerror = () => resolve(null);
    reader.readAsDataURL(blob);
  });
}

const maker = lazyModule(async () => {
  const { default: pdfmake } = await import('pdfmake/build/pdfmake');
  const [normal, bold] = await Promise.all([dataUrl(FONTS.normal.href), dataUrl(FONTS.bold.href)]);
  if (!normal || !bold) throw new Error('the fonts are missing');
  const bare = (url: string) => url.slice(url.indexOf(',') + 1);
  pdfmake.addVirtualFileSystem({ 'sheet.woff': bare(normal), 'sheet-bold.woff': bare(bold) });
  pdfmake.addFonts({
    [PDF_FONT]: { normal: 'sheet.woff', bold: 'sheet-bold.woff', italics: 'sheet.woff', bolditalics: 'sheet-bold.woff' },
  });
  return pdfmake;
});

/** Makes a PDF in the font of the printed files. @throws Error if the fonts cannot be loaded */
export const makePdf = async (definition: TDocumentDefinitions): Promise<Blob> => (await maker()).createPdf(definition).getBlob();
