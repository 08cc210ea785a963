import Box from '@mui/material/Box';
import type { GlossaryTerm } from './terms';

const LINE = { fill: 'none', stroke: 'currentColor', strokeWidth: 2 } as const;
const STRONG = { ...LINE, stroke: 'var(--ts-copper)', strokeWidth: 3.5 } as const;

const LABELS: Readonly<Record<NonNullable<GlossaryTerm['drawing']>, string>> = {
  sides: 'Driver on the left, turning clockwise: the lower span is the tight side, the upper span is the slack side.',
  wrap: 'The wrap angle is the part of the pulley that the belt touches.',
  entry: 'The entry angle is between the span and the plane of the pulley.',
};

/** Drawing of a term. */
export function TermDrawing({ of }: { of: NonNullable<GlossaryTerm['drawing']> }) {
  return (
    <Box component="svg" viewBox="0 0 220 84" role="img" aria-label={LABELS[of]} sx={{ width: '100%', maxWidth: 260, display: 'block' }}>
      {of === 'sides' && (
        <>
          <circle cx={40} cy={42} r={18} {...LINE} />
          <circle cx={176} cy={42} r={24} {...LINE} />
          <path d="M40 24Q108 34 174 18" {...LINE} />
          <path d="M40 60L174 66" {...STRONG} />
          <path d="M34 36a9 9 0 0 1 14 2m0-6v6h-6" {...LINE} strokeWidth={1.5} />
          <text x={108} y={20} textAnchor="middle" fontSize={11} fill="currentColor">
            slack side
          </text>
          <text x={108} y={80} textAnchor="middle" fontSize={11} fill="currentColor">
            tight side
          </text>
        </>
      )}
      {of === 'wrap' && (
        <>
          <circle cx={80} cy={42} r={26} {...LINE} />
          <path d="M210 26L85 16.5M210 58L85 67.5" {...LINE} />
          <path d="M85 16.5A26 26 0 1 0 85 67.5" {...STRONG} />
          <path d="M80 42L85 16.5M80 42L85 67.5" {...LINE} strokeWidth={1} strokeDasharray="3 3" />
        </>
      )}
      {of === 'entry' && (
        <>
          <path d="M30 30h44v24h-44z" {...LINE} />
          <path d="M74 42h136" {...LINE} strokeWidth={1} strokeDasharray="4 3" />
          <path d="M74 42L210 22" {...STRONG} />
          <path d="M164 42A90 90 0 0 0 163 29" {...LINE} strokeWidth={1.5} />
        </>
      )}
    </Box>
  );
}
