'use client';

import Box from '@mui/material/Box';
import { useMemo, type Ref } from 'react';
import { usePose } from '@/client/solver';
import type { Drive } from '@/core/drive';
import type { PoseResult } from '@/services/solver';
import { Drawing } from '@/ui/plate/drawing';
import { PAPER_INK } from '@/ui/plate/ink';
import { boundsOf, fitted, placeLabels, type Bounds } from '@/ui/plate/outline';
import { textWidth } from '@/ui/plate/station';
import { useUnits } from '@/ui/units';
import { beltsText, type TicketDriveShown, type TicketSheet } from './ticket-sheet';

/** Size of the drawing on paper, px. */
const PAPER_PX = { width: 700, height: 300 };

interface Figure {
  readonly drive: Drive;
  readonly solved: Extract<PoseResult, { ok: true }>['answer'];
  readonly bounds: Bounds;
  readonly caption: string;
  /** Text below the drawing. */
  readonly text: string;
}

/** Drawing of a ticket with the drive engaged. Null without a drive, before it is solved and if it cannot be. */
export function useTicketFigure(
  shown: TicketDriveShown | null,
  { outsideMm, caption }: Pick<TicketSheet, 'outsideMm' | 'caption'>,
): { readonly figure: Figure | null; readonly pending: boolean } {
  const units = useUnits();
  const request = useMemo(() => {
    if (shown === null) return null;
    const { drive, beltId } = shown;
    return { drive, lever: 1, ...(outsideMm !== null && beltId !== null ? { outsideMm: { [beltId]: outsideMm } } : {}) };
  }, [shown, outsideMm]);
  const { answer } = usePose(request);
  return useMemo(() => {
    if (shown === null || !answer?.ok) return { figure: null, pending: shown !== null && answer === null };
    const { drive } = shown;
    const solved = answer.answer;
    const text = `${caption}. ${beltsText(drive, solved.solved, units)}`;
    return { figure: { drive, solved, bounds: fitted(boundsOf(drive), PAPER_PX), caption, text }, pending: false };
  }, [shown, answer, caption, units]);
}

export function TicketFigure({ figure, svg }: { figure: Figure; svg: Ref<SVGSVGElement> }) {
  const { drive, bounds, caption, text } = figure;
  const { pose, solved, speeds } = figure.solved;
  const px = bounds.width / PAPER_PX.width;
  const nameWidths = drive.pulleys.map((p) => 34 + textWidth(p.label ?? p.id));
  return (
    <Box component="figure" sx={{ m: 0, border: '1px solid #bbb', p: 1 }}>
      <svg
        ref={svg}
        viewBox={`${bounds.x} ${bounds.y} ${bounds.width} ${bounds.height}`}
        width="100%"
        height={PAPER_PX.height}
        role="img"
        aria-label={caption}
      >
        <Drawing
          drive={drive}
          pose={pose}
          solved={solved}
          speeds={speeds}
          labels={placeLabels(drive, pose, px, nameWidths, bounds)}
          mmPerPx={px}
          ink={PAPER_INK}
          names
        />
      </svg>
      <Box component="figcaption" sx={{ fontSize: 13 }}>
        {text}
      </Box>
    </Box>
  );
}
