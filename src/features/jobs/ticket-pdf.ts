import type { Content, ContentText, TableCell } from 'pdfmake/interfaces';
import { dataUrl, makePdf, PDF_FONT } from '@/ui/pdf';
import type { Piece } from './lines';
import type { TicketSheet } from './ticket-sheet';

/** Width of the drawing on the sheet, points. */
const DRAWING_PT = 520;
const DRAWING_HEIGHT_PT = 220;
const PICTURE_PT = 140;
const QUIET = '#555555';

type Margin = [number, number, number, number];

/** Drawing of a ticket: its lines, and the text below. */
export interface TicketDrawing {
  readonly svg: SVGSVGElement;
  readonly text: string;
}

/** A drawing with its size in numbers, since a percentage of the page has no meaning in a PDF. */
function sizedSvg(svg: SVGSVGElement): string {
  const sized = svg.cloneNode(true) as SVGSVGElement;
  sized.setAttribute('width', String(DRAWING_PT));
  sized.setAttribute('height', String(DRAWING_HEIGHT_PT));
  sized.setAttribute('preserveAspectRatio', 'xMidYMid meet');
  return sized.outerHTML;
}

const styled = (piece: Piece): ContentText =>
  typeof piece === 'string' ? { text: piece } : { text: piece.text, bold: piece.as === 'strong' || piece.as === 'strong-value' };

/** Content of a row, with its picture. A picture that cannot be loaded is dropped. */
async function rowOf({ time, stage, content, condition, by }: TicketSheet['rows'][number]): Promise<TableCell[]> {
  const text = { text: [...content.pieces.map(styled), ...(condition === null ? [] : [{ text: ` (${condition})`, color: QUIET }])] };
  const image = content.media && !content.media.isSound ? await dataUrl(`/api/documents/${content.media.documentId}`) : null;
  const picture = { image: image ?? '', width: PICTURE_PT, margin: [0, 4, 0, 0] as Margin };
  return [time, stage, image === null ? text : { stack: [text, picture] }, by];
}

const drawingOf = ({ svg, text }: TicketDrawing): Content[] => [
  { svg: sizedSvg(svg), width: DRAWING_PT, height: DRAWING_HEIGHT_PT },
  { text, margin: [0, 2, 0, 8] },
];

const signatureOf = (who: string): Content => ({
  stack: [{ canvas: [{ type: 'line', x1: 0, y1: 0, x2: 240, y2: 0, lineWidth: 0.8 }] }, { text: who, margin: [0, 3, 0, 0] }],
});

/** Printed ticket as PDF content, in the order of the sheet on paper. */
export async function pdfContent(sheet: TicketSheet, drawing: TicketDrawing | null): Promise<Content[]> {
  const rows = await Promise.all(sheet.rows.map(rowOf));
  return [
    {
      columns: [
        [
          { text: sheet.shop, fontSize: 14, bold: true },
          { text: sheet.dates, margin: [0, 2, 0, 0] },
        ],
        { text: sheet.title, fontSize: 18, bold: true, alignment: 'right' },
      ],
    },
    { canvas: [{ type: 'line', x1: 0, y1: 4, x2: DRAWING_PT, y2: 4, lineWidth: 1.2 }], margin: [0, 0, 0, 8] },
    {
      columns: sheet.facts
        .filter((column) => column.length > 0)
        .map((column) => ({
          table: { widths: ['auto', '*'], body: column.map(([label, value]) => [{ text: label, color: QUIET }, value]) },
          layout: 'noBorders',
        })),
      columnGap: 12,
      margin: [0, 0, 0, 8],
    },
    ...(drawing ? drawingOf(drawing) : []),
    rows.length === 0
      ? { text: sheet.noRows }
      : { table: { widths: ['auto', 'auto', '*', 'auto'], body: rows, dontBreakRows: true }, layout: 'lightHorizontalLines' },
    { columns: sheet.signatures.map(signatureOf), columnGap: 24, margin: [0, 42, 0, 0], unbreakable: true } as Content,
  ];
}

/** The printed ticket as a PDF of A4 sheets. @throws Error where the fonts cannot be read */
export async function ticketPdf(sheet: TicketSheet, drawing: TicketDrawing | null): Promise<Blob> {
  return makePdf({
    info: { title: sheet.title },
    pageSize: 'A4',
    pageMargins: [36, 36, 36, 40],
    defaultStyle: { font: PDF_FONT, fontSize: 9.5 },
    footer: (page, of) => ({ text: `${sheet.title}, sheet ${page} of ${of}`, alignment: 'center', fontSize: 8, color: QUIET }),
    content: await pdfContent(sheet, drawing),
  });
}
