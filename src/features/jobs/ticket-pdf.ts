import type { Content } from 'pdfmake/interfaces';
import { dataUrl, makePdf, PDF_FONT } from '@/ui/pdf';

/** Width of the drawing on the sheet, points. */
const DRAWING_PT = 520;
const DRAWING_HEIGHT_PT = 220;
const PICTURE_PT = 140;

/** A drawing with its size in numbers, since a percentage of the page has no meaning in a PDF. */
function sizedSvg(drawing: SVGSVGElement): string {
  const sized = drawing.cloneNode(true) as SVGSVGElement;
  sized.setAttribute('width', String(DRAWING_PT));
  sized.setAttribute('height', String(DRAWING_HEIGHT_PT));
  sized.setAttribute('preserveAspectRatio', 'xMidYMid meet');
  return sized.outerHTML;
}

const textOf = (node: Element | null | undefined): string => (node?.textContent ?? '').replace(/[ \t]+/g, ' ').trim();

/**
 * Printed ticket as PDF content, in the order of the sheet, so that paper and file agree.
 * @param sheet article of the ticket; `data-pdf` marks its parts
 */
export async function pdfContent(sheet: HTMLElement): Promise<Content[]> {
  const part = (name: string) => sheet.querySelector(`[data-pdf="${name}"]`);
  const facts = [...sheet.querySelectorAll('dl')].map((list) =>
    [...list.querySelectorAll('dt')].map((term) => [{ text: textOf(term), color: '#555555' }, { text: textOf(term.nextElementSibling) }]),
  );
  const drawing = part('drawing')?.querySelector('svg');
  const rows = await Promise.all(
    [...sheet.querySelectorAll('tbody tr')].map(async (row) => {
      const cells = [...row.querySelectorAll('td')];
      const pictures = await Promise.all([...row.querySelectorAll('img')].map((img) => dataUrl(img.src)));
      return cells.map((cell, i): Content => {
        const text = { text: textOf(cell) };
        const shown = i === 2 ? pictures.filter((p) => p !== null) : [];
        return shown.length === 0
          ? text
          : {
              stack: [
                text,
                ...shown.map((image) => ({ image, width: PICTURE_PT, margin: [0, 4, 0, 0] as [number, number, number, number] })),
              ],
            };
      });
    }),
  );
  const full = rows.filter((r) => r.length === 4);
  return [
    {
      columns: [
        [
          { text: textOf(part('shop')), fontSize: 14, bold: true },
          { text: textOf(part('dates')), margin: [0, 2, 0, 0] },
        ],
        { text: textOf(part('title')), fontSize: 18, bold: true, alignment: 'right' },
      ],
    },
    { canvas: [{ type: 'line', x1: 0, y1: 4, x2: DRAWING_PT, y2: 4, lineWidth: 1.2 }], margin: [0, 0, 0, 8] },
    {
      columns: facts.filter((f) => f.length > 0).map((body) => ({ table: { widths: ['auto', '*'], body }, layout: 'noBorders' })),
      columnGap: 12,
      margin: [0, 0, 0, 8],
    },
    ...(drawing
      ? [
          { svg: sizedSvg(drawing), width: DRAWING_PT, height: DRAWING_HEIGHT_PT },
          { text: textOf(part('drawing')?.querySelector('figcaption')), margin: [0, 2, 0, 8] as [number, number, number, number] },
        ]
      : []),
    ...(full.length > 0
      ? [
          {
            table: { widths: ['auto', 'auto', '*', 'auto'], body: full, dontBreakRows: true },
            layout: 'lightHorizontalLines',
          } satisfies Content,
        ]
      : [{ text: 'No entries yet.' }]),
    {
      columns: ['Technician', 'Customer'].map((who) => ({
        stack: [
          { canvas: [{ type: 'line' as const, x1: 0, y1: 0, x2: 240, y2: 0, lineWidth: 0.8 }] },
          { text: who, margin: [0, 3, 0, 0] as [number, number, number, number] },
        ],
      })),
      columnGap: 24,
      margin: [0, 42, 0, 0],
      unbreakable: true,
    } as Content,
  ];
}

/** The printed ticket as a PDF of A4 sheets. @throws Error where the fonts cannot be read */
export async function ticketPdf(sheet: HTMLElement, title: string): Promise<Blob> {
  return makePdf({
    info: { title },
    pageSize: 'A4',
    pageMargins: [36, 36, 36, 40],
    defaultStyle: { font: PDF_FONT, fontSize: 9.5 },
    footer: (page, of) => ({ text: `${title}, sheet ${page} of ${of}`, alignment: 'center', fontSize: 8, color: '#555555' }),
    content: await pdfContent(sheet),
  });
}
