import { flushSync } from 'react-dom';
import { createRoot } from 'react-dom/client';
import type { ReactElement } from 'react';
import type { Drive } from '@/core/drive';
import type { PoseAnswer } from '@/services/solver';
import { saveFile } from '../download';
import { makePdf, PDF_FONT } from '../pdf';
import { Drawing } from './drawing';
import { textWidth } from './station';
import { PAPER_INK } from './ink';
import { boundsOf, fitted, placeLabels } from './outline';

/** The card to tape to the machine: A5 across, in units of a quarter millimetre. */
const CARD = { width: 840, height: 592 } as const;
const HEAD = 62;
const LINE = 26;
/** Room for the name next to the detail. */
const TITLE_ROOM = 540;
/** Characters of a route that fit on one line of the card. */
const LINE_CHARS = 96;

export type CardFormat = 'svg' | 'png' | 'pdf';

/** The way a belt runs, in words: stations in order from the driver, and where its back touches. */
export function routeWords(drive: Drive, belt: Drive['belts'][number]): string {
  const station = (id: string) => drive.pulleys.findIndex((p) => p.id === id);
  const start = Math.max(
    0,
    belt.route.findIndex((s) => drive.pulleys[station(s.pulley)]?.role === 'driver'),
  );
  const stops = belt.route.map((_, k) => belt.route[(start + k) % belt.route.length]!);
  return stops
    .map((s) => `${station(s.pulley) + 1} ${drive.pulleys[station(s.pulley)]?.label ?? s.pulley}${s.contact === 'back' ? ' (back)' : ''}`)
    .join(' – ');
}

/** Wraps words into lines of at most `most` characters. */
function wrapped(text: string, most: number): string[] {
  const lines: string[] = [];
  for (const word of text.split(' ')) {
    const last = lines[lines.length - 1];
    if (last !== undefined && last.length + word.length < most) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}

function markup(element: ReactElement): string {
  const host = document.createElement('div');
  const root = createRoot(host);
  flushSync(() => root.render(element));
  const text = host.innerHTML;
  root.unmount();
  return text;
}

const fileName = (drive: Drive, ending: string) => `${drive.name.replace(/[^\w-]+/g, '-').toLowerCase()}${ending}`;
const HEADER = '<?xml version="1.0" encoding="UTF-8"?>\n';

/** Saves the drawing alone, to a scale of 1 to 4. */
export function saveDrawing(drive: Drive, answer: PoseAnswer, stateWord: string): void {
  const sheet = fitted(boundsOf(drive), { width: 1200, height: 900 });
  const scale = sheet.width / 1200;
  const text = markup(
    <svg
      xmlns="http://www.w3.org/2000/svg"
      width={`${(sheet.width / 4).toFixed(1)}mm`}
      height={`${(sheet.height / 4).toFixed(1)}mm`}
      viewBox={`${sheet.x} ${sheet.y} ${sheet.width} ${sheet.height}`}
    >
      <title>{`${drive.name}, ${stateWord}; scale 1 to 4`}</title>
      <rect x={sheet.x} y={sheet.y} width={sheet.width} height={sheet.height} fill="#ffffff" />
      <PaperDrawing drive={drive} answer={answer} sheet={sheet} scale={scale} />
    </svg>,
  );
  saveFile(fileName(drive, '.svg'), HEADER + text, 'image/svg+xml');
}

function PaperDrawing({
  drive,
  answer,
  sheet,
  scale,
}: {
  drive: Drive;
  answer: PoseAnswer;
  sheet: ReturnType<typeof fitted>;
  scale: number;
}) {
  return (
    <Drawing
      drive={drive}
      pose={answer.pose}
      solved={answer.solved}
      speeds={answer.speeds}
      labels={placeLabels(
        drive,
        answer.pose,
        scale,
        drive.pulleys.map((p) => 34 + textWidth(p.label ?? p.id)),
        sheet,
      )}
      mmPerPx={scale}
      ink={PAPER_INK}
      names
    />
  );
}

/** The routing card: the machine's name, the drawing, and every belt's way in words. */
function RoutingCard({ drive, answer }: { drive: Drive; answer: PoseAnswer }) {
  const lines = drive.belts.flatMap((b) =>
    wrapped(`${b.label ?? b.id}${b.designation ? `, ${b.designation}` : ''}: ${routeWords(drive, b)}`, LINE_CHARS),
  );
  const foot = 20 + lines.length * LINE;
  const box = { width: CARD.width - 40, height: CARD.height - HEAD - foot - 10 };
  const sheet = fitted(boundsOf(drive), box);
  const scale = sheet.width / box.width;
  return (
    <svg
      xmlns="http://www.w3.org/2000/svg"
      width={`${CARD.width / 4}mm`}
      height={`${CARD.height / 4}mm`}
      viewBox={`0 0 ${CARD.width} ${CARD.height}`}
    >
      <title>{`Belt routing of ${drive.name}`}</title>
      <rect x={0} y={0} width={CARD.width} height={CARD.height} fill="#ffffff" />
      <rect x={6} y={6} width={CARD.width - 12} height={CARD.height - 12} fill="none" stroke="#22272b" strokeWidth={2} />
      <text
        x={24}
        y={42}
        fontSize={Math.min(25, TITLE_ROOM / (0.66 * drive.name.length))}
        fontWeight={700}
        fill="#111111"
        fontFamily="'Archivo', Helvetica, sans-serif"
      >
        {drive.name}
      </text>
      <text x={CARD.width - 24} y={42} fontSize={14} textAnchor="end" fill="#444444" fontFamily="'Archivo', Helvetica, sans-serif">
        Belt routing, seen from above
      </text>
      <path d={`M6 ${HEAD - 4}H${CARD.width - 6}`} stroke="#22272b" strokeWidth={1} />
      <g transform={`translate(20 ${HEAD}) scale(${1 / scale}) translate(${-sheet.x} ${-sheet.y})`}>
        <PaperDrawing drive={drive} answer={answer} sheet={sheet} scale={scale} />
      </g>
      {lines.map((line, i) => (
        <text
          key={line}
          x={24}
          y={CARD.height - foot + 16 + i * LINE}
          fontSize={16}
          fill="#111111"
          fontFamily="'Archivo', Helvetica, sans-serif"
        >
          {line}
        </text>
      ))}
    </svg>
  );
}

/** Saves the routing card. Throws where the browser cannot make the file. */
export async function saveCard(drive: Drive, answer: PoseAnswer, format: CardFormat): Promise<void> {
  const text = markup(<RoutingCard drive={drive} answer={answer} />);
  if (format === 'svg') return saveFile(fileName(drive, '-routing.svg'), HEADER + text, 'image/svg+xml');
  if (format === 'png') return saveFile(fileName(drive, '-routing.png'), await toPng(text), 'image/png');
  saveFile(fileName(drive, '-routing.pdf'), await toPdf(text, `Belt routing of ${drive.name}`), 'application/pdf');
}

/** Points of a PDF in a unit of the card. */
const POINTS_PER_UNIT = 72 / 25.4 / 4;

function toPdf(svg: string, title: string): Promise<Blob> {
  const page = { width: CARD.width * POINTS_PER_UNIT, height: CARD.height * POINTS_PER_UNIT };
  // A printed page has no outline behind letters, and no vertical centring of text.
  const plain = svg
    .replaceAll(/<text([^>]*) stroke="[^"]*"/g, '<text$1')
    .replaceAll(/<text[^>]*dominant-baseline="central"[^>]*>/g, (tag) =>
      tag.replace('dominant-baseline="central"', `dy="${0.35 * Number(/font-size="([^"]+)"/.exec(tag)![1])}"`),
    );
  return makePdf({
    info: { title },
    pageSize: page,
    pageMargins: 0,
    defaultStyle: { font: PDF_FONT },
    content: [{ svg: plain, font: PDF_FONT, ...page }],
  });
}

/** Twelve dots a millimetre: sharp on any office printer. */
const DOTS_PER_UNIT = 3;

async function toPng(svg: string): Promise<Blob> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [CARD.width * DOTS_PER_UNIT, CARD.height * DOTS_PER_UNIT];
  canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((resolve, reject) =>
    canvas.toBlob((blob) => (blob ? resolve(blob) : reject(new Error('no picture was made'))), 'image/png'),
  );
}
