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
import { useMoney } from '@/ui/money';
import { useUnits } from '@/ui/units';
import type { CompareAnswer } from '@/services/compare';
import { withVariant, type Draft } from './comparison-draft';
import { FIGURES, figureText, withinLimit } from './figures';
import { useFigures } from './use-figures';

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
                {figure.bySpeed && <Box sx={{ fontSize: 13, color: 'var(--ts-quiet)' }}>changes with belt speed alone</Box>}
              </TableCell>
              {Array.from({ length: draft.variants.length + 1 }, (_, i) => (
                <Figure key={i} figure={figure} compared={answer?.variants[i]?.compared ?? null} />
              ))}
            </TableRow>
          ))}
          <CostRows draft={draft} write={write} />
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
  readonly drawn: ReactNode;
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

/** Price of the belt and the hours that it is expected to last. */
function CostRows({ draft, write }: { readonly draft: Draft; readonly write: Write }) {
  const { code } = useMoney();
  const fields = (name: string, cost: Draft['cost'], put: (cost: Draft['cost']) => void) => ({
    price: (
      <NumberField
        size="small"
        dimension="number"
        label={`Price, ${code}`}
        ariaLabel={`Price, ${name}`}
        value={cost.cents === null ? null : cost.cents / 100}
        onValue={(price) => put({ ...cost, cents: price === null ? null : Math.round(100 * price) })}
        min={0}
        max={100000}
        optional
      />
    ),
    hours: (
      <NumberField
        size="small"
        dimension="number"
        label="Hours"
        ariaLabel={`Expected hours, ${name}`}
        value={cost.hours}
        onValue={(hours) => put({ ...cost, hours })}
        min={1}
        max={100000}
        optional
      />
    ),
  });
  const drawn = fields('as drawn', draft.cost, (cost) => write({ ...draft, cost }));
  const of = (i: number) => fields(`variant ${i + 1}`, draft.variants[i]!.cost, (cost) => write(withVariant(draft, i, { cost })));
  return (
    <>
      <EntryRow draft={draft} what="Belt, price" drawn={drawn.price}>
        {(_, i) => of(i).price}
      </EntryRow>
      <EntryRow draft={draft} what="Belt, expected life" drawn={drawn.hours}>
        {(_, i) => of(i).hours}
      </EntryRow>
    </>
  );
}

/** One figure of one variant, with its limit. */
function Figure({ figure, compared }: { readonly figure: (typeof FIGURES)[number]; readonly compared: Compared | null }) {
  const show = useFigures();
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
