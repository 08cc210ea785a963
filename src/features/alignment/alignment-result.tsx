'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import { MOST_DISAGREE_MM, type Misalignment, type SpanEntry } from '@/core/alignment';
import type { Drive } from '@/core/drive';
import { useUnits } from '@/ui/units';
import { Term } from '../glossary/term';
import { spanName } from '../tension/messages';
import { pulleyName, worstAngle, type pairOf } from './alignment-fields';
import { Correction } from './correction';
import { alignmentSentence, gapsDisagree, overAngleLimit, withinAngleLimit } from './messages';
import type { AlignmentState } from './use-alignment';

/** Offset that needs a correction, mm. */
const OFFSET_MM = 0.05;

/** Result of the gaps: position of the pulley, entry angle at each span, and the correction. */
export function AlignmentResult({
  drive,
  reference,
  pair: { pulley, limitDeg },
  misalignment,
  state: { spans, settled, addsN },
  edgeSide,
  onEdgeSide,
}: {
  drive: Drive;
  reference: string;
  pair: ReturnType<typeof pairOf>;
  misalignment: Misalignment;
  state: AlignmentState;
  edgeSide: 'left' | 'right';
  onEdgeSide: (side: 'left' | 'right') => void;
}) {
  const { caliper } = useUnits();
  const name = pulleyName(drive, pulley);
  const within = worstAngle(spans) <= limitDeg;
  const disagreeMm = misalignment.disagreeMm ?? 0;
  return (
    <Box role="status" sx={{ display: 'grid', gap: 1 }}>
      <Box sx={{ fontSize: 16 }}>
        {name} is <strong>{alignmentSentence(misalignment, caliper)}</strong>.
      </Box>
      {disagreeMm > MOST_DISAGREE_MM && (
        <Alert severity="warning" variant="outlined">
          {gapsDisagree(caliper(disagreeMm))}
        </Alert>
      )}
      {spans.map((span) => (
        <SpanAngles key={`${span.from}>${span.to}`} drive={drive} span={span} name={name} />
      ))}
      {spans.length > 0 && (
        <Box sx={{ fontSize: 16, color: within ? undefined : 'var(--ts-copper)' }}>
          {within ? withinAngleLimit(limitDeg) : overAngleLimit(limitDeg)}
        </Box>
      )}
      {settled && spans.length === 0 && 'The belt does not touch both of these.'}
      {(Math.abs(misalignment.offsetMm) > OFFSET_MM || !within) && (
        <Correction
          drive={drive}
          pulleys={[pulley, reference]}
          misalignment={misalignment}
          edgeSide={edgeSide}
          onEdgeSide={onEdgeSide}
          addsN={addsN}
        />
      )}
    </Box>
  );
}

function SpanAngles({ drive, span, name }: { drive: Drive; span: SpanEntry; name: string }) {
  return (
    <Box sx={{ fontSize: 15 }}>
      {spanName(drive, span.from, span.to)}: <Term of="entry-angle">entry angle</Term> at {name}{' '}
      <strong className="ts-mono">{span.here.toFixed(2)}°</strong>, at the other pulley{' '}
      <strong className="ts-mono">{span.there.toFixed(2)}°</strong>
    </Box>
  );
}
