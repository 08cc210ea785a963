'use client';

import Box from '@mui/material/Box';
import type { WidthMethod } from '@/core/wear';
import { WIDTH_METHOD_WORDS, whereItIsRead } from './messages';

const RIB = 15;
const leftOf = (rib: number) => 8 + 25 * rib;

/** Where a width is taken: over ribs, or where the flanks’ lines meet the top line. */
export function WidthSketch({ method }: { method: WidthMethod }) {
  const ribs = method === 'rib-top' ? [0, 2, 5, 7, 10] : method === 'single' ? [5] : [];
  return (
    <Box
      component="svg"
      role="img"
      aria-label={whereItIsRead(WIDTH_METHOD_WORDS[method])}
      viewBox="0 0 280 84"
      sx={{ width: 280, maxWidth: '100%', height: 'auto', flexShrink: 0 }}
    >
      {method === 'flank-line' ? (
        <g fill="none" stroke="var(--ts-ink)" strokeWidth={2}>
          <path d="M70 24 L92 74 H188 L210 24 Q140 18 70 24 z" fill="var(--ts-sand)" />
          <path d="M60 2 L98 88 M220 2 L182 88 M40 20 H240" stroke="var(--ts-work)" />
          <path d="M68 12 v16 M212 12 v16 M68 20 H212" stroke="var(--ts-copper)" />
        </g>
      ) : (
        <g fill="none" stroke="var(--ts-ink)" strokeWidth={2}>
          {Array.from({ length: 11 }, (_, i) => (
            <rect key={i} x={leftOf(i)} y={26} width={RIB} height={44} fill={ribs.includes(i) ? 'var(--ts-work-soft)' : 'var(--ts-sand)'} />
          ))}
          <path d="M2 48 H278" stroke="var(--ts-belt)" strokeWidth={3} />
          {ribs.map((i) => (
            <path
              key={i}
              d={`M${leftOf(i)} 22 h${RIB} M${leftOf(i)} 74 h${RIB} M${leftOf(i) + RIB / 2} 22 V74`}
              stroke="var(--ts-copper)"
            />
          ))}
        </g>
      )}
    </Box>
  );
}
