'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import type { ReactNode } from 'react';
import { convertLength } from '@/core/belt';
import { sectionOf, statedPitchLength, type Drive } from '@/core/drive';
import { Icon } from '@/ui/icons';
import { NumberField } from '@/ui/number-field';
import { useUnits } from '@/ui/units';
import type { CompareAnswer } from '@/services/compare';
import { withVariant, type Draft } from './comparison-draft';
import { FIGURES, figureText, withinLimit } from './figures';

type Belt = Drive['belts'][number];
type Compared = CompareAnswer['variants'][number]['compared'];
type Write = (draft: Draft) => void;

/** Outside length of a belt as drawn, mm; null where it is not stated. */
function outsideAsDrawn(belt: Belt): number | null {
  const pitch = statedPitchLength(belt);
  return pitch === null ? null : convertLength(pitch, 'pitch', 'outside', sectionOf(belt));
}

/** Variants side by side: their entries, and each figure against its limit. */
export function VariantTable({
  draft,
  write,
  belt,
  onBelt,
  label,
  answer,
}: {
  readonly draft: Draft;
  readonly write: Write;
  readonly belt: Belt;
  readonly onBelt: Drive['pulleys'];
  readonly label: (id: string) => string;
  readonly answer: CompareAnswer | null;
}) {
  const { show } = useUnits();
  const outsideMm = outsideAsDrawn(belt);
  return (
    <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="group" aria-label="Variants side by side">
      <Table size="small" sx={{ '& td, & th': { px: 1, py: 0.75, verticalAlign: 'top' }, minWidth: 620 }}>
        <Head draft={draft} write={write} />
        <TableBody>
          {onBelt.map((p) => (
            <EntryRow key={p.id} draft={draft} what={`${label(p.id)}, diameter`} drawn={show(p.outsideDiameter, 'length')}>
              {(variant, i) => (
                <NumberField
                  size="small"
                  dimension="length"
                  label={label(p.id)}
                  ariaLabel={`${label(p.id)}, variant ${i + 1}`}
                  value={variant.diametersMm[p.id] ?? null}
                  onValue={(mm) => {
                    const { [p.id]: _old, ...others } = variant.diametersMm;
                    write(withVariant(draft, i, { diametersMm: mm === null ? others : { ...others, [p.id]: mm } }));
                  }}
                  min={10}
                  max={3000}
                  optional
                />
              )}
            </EntryRow>
          ))}
          {outsideMm !== null && (
            <EntryRow draft={draft} what="Belt, outside length" drawn={show(outsideMm, 'length')}>
              {(variant, i) => (
                <NumberField
                  size="small"
                  dimension="length"
                  label="Outside length"
                  ariaLabel={`Outside length, variant ${i + 1}`}
                  value={variant.outsideMm}
                  onValue={(mm) => write(withVariant(draft, i, { outsideMm: mm }))}
                  min={100}
                  max={20000}
                  optional
                />
              )}
            </EntryRow>
          )}
          {FIGURES.map((figure) => (
            <TableRow key={figure.id}>
              <TableCell component="th" scope="row">
                {figure.label}
              </TableCell>
              {Array.from({ length: draft.variants.length + 1 }, (_, i) => (
                <Figure key={i} figure={figure} compared={answer?.variants[i]?.compared ?? null} />
              ))}
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
  );
}

const Head = ({ draft, write }: { readonly draft: Draft; readonly write: Write }) => (
  <TableHead>
    <TableRow>
      <TableCell sx={{ minWidth: 190 }}>Pulleys and belt</TableCell>
      <TableCell sx={{ minWidth: 150 }}>As drawn</TableCell>
      {draft.variants.map((_, i) => (
        <TableCell key={i} sx={{ minWidth: 190 }}>
          Variant {i + 1}
          {draft.variants.length > 1 && (
            <Button
              size="small"
              aria-label={`Remove variant ${i + 1}`}
              onClick={() => write({ ...draft, variants: draft.variants.filter((__, k) => k !== i) })}
              sx={{ minWidth: 44, minHeight: 44 }}
            >
              <Icon name="close" size={18} />
            </Button>
          )}
        </TableCell>
      ))}
    </TableRow>
  </TableHead>
);

/** One entry of all variants, next to its value as drawn. */
const EntryRow = ({
  draft,
  what,
  drawn,
  children,
}: {
  readonly draft: Draft;
  readonly what: string;
  readonly drawn: string;
  readonly children: (variant: Draft['variants'][number], at: number) => ReactNode;
}) => (
  <TableRow>
    <TableCell>{what}</TableCell>
    <TableCell className="ts-mono">{drawn}</TableCell>
    {draft.variants.map((variant, i) => (
      <TableCell key={i}>{children(variant, i)}</TableCell>
    ))}
  </TableRow>
);

/** One figure of one variant, with its limit. */
function Figure({ figure, compared }: { readonly figure: (typeof FIGURES)[number]; readonly compared: Compared | null }) {
  const { show } = useUnits();
  if (!compared) return <TableCell className="ts-mono">–</TableCell>;
  const value = figure.of(compared);
  const bound = figure.limit ? figure.limit.of(compared) : null;
  const ok = withinLimit(figure, compared);
  return (
    <TableCell className="ts-mono" sx={{ color: ok === false ? 'var(--ts-copper)' : undefined }}>
      {figureText(figure.dimension, value, show)}
      {figure.limit && bound !== null && value !== null && (
        <Box component="span" sx={{ display: 'block', fontSize: 13, fontFamily: 'inherit', color: ok ? 'var(--ts-quiet)' : 'inherit' }}>
          {ok ? '' : 'past its limit: '}
          {figure.limit.side === 'most' ? 'at most' : 'at least'} {figureText(figure.dimension, bound, show)}
        </Box>
      )}
    </TableCell>
  );
}
