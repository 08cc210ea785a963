'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import * as z from 'zod';
import { sectionOf, statedPitchLength, type Drive } from '@/core/drive';
import { convertLength } from '@/core/belt';
import { Choices } from '@/ui/choices';
import { useDraftOf } from '@/client/draft';
import { Icon } from '@/ui/icons';
import { NumberField } from '@/ui/number-field';
import { Empty, Page } from '@/ui/page';
import { useCompare } from '@/client/solver';
import { useUnits } from '@/ui/units';
import type { CompareRequest } from '@/services/compare';
import { FIGURES, figureText, withinLimit } from './figures';
import { bladeOn, hubSpeedOf } from './messages';
import { blank, lazyPart } from '@/ui/lazy';
import { answered } from '../queries/answered';
import type { StoredDrive } from '@/contract/records';

/** Charts load when they are first shown. */
const SweepChart = lazyPart(async () => (await import('./sweep-chart')).SweepChart, blank(280));

const MOST_VARIANTS = 4;
const variantShape = z.object({ diametersMm: z.record(z.string(), z.number()), outsideMm: z.number().nullable() });
const draftShape = z.object({
  beltId: z.string(),
  shaftOf: z.string(),
  variants: z.array(variantShape).max(MOST_VARIANTS),
  bladesMm: z.record(z.string(), z.number()),
  hubRpm: z.record(z.string(), z.number()).default({}),
  sweepOf: z.string(),
  figure: z.string(),
});
type Draft = z.infer<typeof draftShape>;

const NOTHING_CHANGED: Draft = {
  beltId: '',
  shaftOf: '',
  variants: [{ diametersMm: {}, outsideMm: null }],
  bladesMm: {},
  hubRpm: {},
  sweepOf: '',
  figure: 'rpm',
};

/** Belt, shaft and pulley of the comparison: the chosen ones, or the first of each. */
function chosenIn(drive: Drive, draft: Draft) {
  const belt = drive.belts.find((b) => b.id === draft.beltId) ?? drive.belts[0];
  const onBelt = belt ? drive.pulleys.filter((p) => belt.route.some((r) => r.pulley === p.id)) : [];
  const driven = onBelt.filter((p) => p.role === 'driven');
  const shaft = driven.find((p) => p.id === draft.shaftOf) ?? driven[0] ?? onBelt[0];
  return { belt, onBelt, driven, shaft, swept: onBelt.find((p) => p.id === draft.sweepOf) ?? shaft };
}

/** Range of a sweep above and below the drawn diameter. */
const SWEEP = { from: 0.75, to: 1.25 };

function requestOf(drive: Drive, draft: Draft): CompareRequest | null {
  const { belt, shaft, swept } = chosenIn(drive, draft);
  if (!belt || !shaft || !swept) return null;
  const own = { bladesMm: draft.bladesMm, hubRpm: draft.hubRpm[shaft.id] };
  return {
    drive,
    beltId: belt.id,
    shaftOf: shaft.id,
    variants: [
      { diametersMm: {}, ...own },
      ...draft.variants.map((v) => ({ diametersMm: v.diametersMm, outsideMm: v.outsideMm ?? undefined, ...own })),
    ],
    sweep: { pulley: swept.id, fromMm: SWEEP.from * swept.outsideDiameter, toMm: SWEEP.to * swept.outsideDiameter },
  };
}

/** Pulleys and belts other than drawn, side by side, each figure against its limit; and one diameter swept. Nothing here changes the drive. */
export function CompareScreen({ stored }: { stored: StoredDrive }) {
  const drive = stored.document;
  const { show } = useUnits();
  const [kept, keep] = useDraftOf(`compare-${stored.id}`, draftShape);
  const draft = kept ?? NOTHING_CHANGED;
  const put = (part: Partial<Draft>) => keep({ ...draft, ...part });
  const { belt, onBelt, driven, shaft, swept } = chosenIn(drive, draft);
  const request = useMemo(() => requestOf(drive, draft), [drive, draft]);
  const { answer, failed, again } = useCompare(request);
  const [chartOpen, setChartOpen] = useState(true);
  if (!belt || !shaft || !swept)
    return (
      <Page title={`Compare: ${drive.name}`}>
        <Empty
          title="No belt is drawn yet"
          action={
            <Button component={Link} href={`/drives/${stored.id}/edit`} variant="contained">
              Add a belt
            </Button>
          }
        >
          Add a belt and its route first. Then pulleys can be compared.
        </Empty>
      </Page>
    );
  const label = (id: string) => drive.pulleys.find((p) => p.id === id)?.label ?? 'a pulley';
  const pitch = statedPitchLength(belt);
  const drawnOutside = pitch === null ? null : convertLength(pitch, 'pitch', 'outside', sectionOf(belt));
  const change = (i: number, part: Partial<Draft['variants'][number]>) =>
    put({ variants: draft.variants.map((v, k) => (k === i ? { ...v, ...part } : v)) });
  const figure = FIGURES.find((f) => f.id === draft.figure) ?? FIGURES[0]!;
  return (
    <Page
      title={`Compare: ${drive.name}`}
      lead="Compare other pulleys or another belt. Empty fields are as drawn. The drive is not changed."
      actions={
        <>
          {kept && (
            <Button variant="outlined" onClick={() => keep(null)}>
              Clear
            </Button>
          )}
          <Button component={Link} href={`/drives/${stored.id}`} variant="outlined">
            Back to the drive
          </Button>
        </>
      }
    >
      <Box sx={{ display: 'grid', gap: 1.5, mb: 2 }}>
        {drive.belts.length > 1 && (
          <Choices
            label="Belt"
            value={belt.id}
            options={drive.belts.map((b) => ({ id: b.id, label: b.label ?? 'Belt' }))}
            onChoose={(beltId) => put({ beltId, shaftOf: '', sweepOf: '' })}
          />
        )}
        {driven.length > 1 && (
          <Choices
            label="Driven shaft"
            value={shaft.id}
            options={driven.map((p) => ({ id: p.id, label: label(p.id) }))}
            onChoose={(shaftOf) => put({ shaftOf })}
          />
        )}
        <Box sx={{ display: 'grid', gridTemplateColumns: { sm: '320px 320px' }, gap: 1.5, alignItems: 'start' }}>
          <NumberField
            dimension="length"
            label={bladeOn(label(shaft.id))}
            value={draft.bladesMm[shaft.id] ?? null}
            onValue={(v) => put({ bladesMm: v === null ? {} : { ...draft.bladesMm, [shaft.id]: v } })}
            min={50}
            max={2000}
            optional
            helperText="Optional. Enter it for a blade, to calculate the tip speed."
          />
          <NumberField
            dimension="rotation"
            label={hubSpeedOf(label(shaft.id))}
            value={draft.hubRpm[shaft.id] ?? null}
            onValue={(v) => put({ hubRpm: v === null ? {} : { ...draft.hubRpm, [shaft.id]: v } })}
            min={50}
            max={30000}
            optional
            helperText="The speed that its hub or pulley is marked with."
          />
        </Box>
      </Box>
      <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="group" aria-label="Variants side by side">
        <Table size="small" sx={{ '& td, & th': { px: 1, py: 0.75, verticalAlign: 'top' }, minWidth: 620 }}>
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
                      onClick={() => put({ variants: draft.variants.filter((__, k) => k !== i) })}
                      sx={{ minWidth: 44, minHeight: 44 }}
                    >
                      <Icon name="close" size={18} />
                    </Button>
                  )}
                </TableCell>
              ))}
            </TableRow>
          </TableHead>
          <TableBody>
            {onBelt.map((p) => (
              <TableRow key={p.id}>
                <TableCell>{label(p.id)}, diameter</TableCell>
                <TableCell className="ts-mono">{show(p.outsideDiameter, 'length')}</TableCell>
                {draft.variants.map((v, i) => (
                  <TableCell key={i}>
                    <NumberField
                      size="small"
                      dimension="length"
                      label={label(p.id)}
                      ariaLabel={`${label(p.id)}, variant ${i + 1}`}
                      value={v.diametersMm[p.id] ?? null}
                      onValue={(mm) => {
                        const { [p.id]: _old, ...others } = v.diametersMm;
                        change(i, { diametersMm: mm === null ? others : { ...others, [p.id]: mm } });
                      }}
                      min={10}
                      max={3000}
                      optional
                    />
                  </TableCell>
                ))}
              </TableRow>
            ))}
            {drawnOutside !== null && (
              <TableRow>
                <TableCell>Belt, outside length</TableCell>
                <TableCell className="ts-mono">{show(drawnOutside, 'length')}</TableCell>
                {draft.variants.map((v, i) => (
                  <TableCell key={i}>
                    <NumberField
                      size="small"
                      dimension="length"
                      label="Outside length"
                      ariaLabel={`Outside length, variant ${i + 1}`}
                      value={v.outsideMm}
                      onValue={(mm) => change(i, { outsideMm: mm })}
                      min={100}
                      max={20000}
                      optional
                    />
                  </TableCell>
                ))}
              </TableRow>
            )}
            {FIGURES.map((f) => (
              <TableRow key={f.id}>
                <TableCell component="th" scope="row">
                  {f.label}
                </TableCell>
                {Array.from({ length: draft.variants.length + 1 }, (_, i) => {
                  const c = answer?.variants[i]?.compared ?? null;
                  const bound = c && f.limit ? f.limit.of(c) : null;
                  const ok = c && withinLimit(f, c);
                  return (
                    <TableCell key={i} className="ts-mono" sx={{ color: ok === false ? 'var(--ts-copper)' : undefined }}>
                      {c ? figureText(f.dimension, f.of(c), show) : '–'}
                      {bound !== null && f.of(c!) !== null && (
                        <Box
                          component="span"
                          sx={{ display: 'block', fontSize: 13, fontFamily: 'inherit', color: ok ? 'var(--ts-quiet)' : 'inherit' }}
                        >
                          {ok ? '' : 'past its limit: '}
                          {f.limit!.side === 'most' ? 'at most' : 'at least'} {figureText(f.dimension, bound, show)}
                        </Box>
                      )}
                    </TableCell>
                  );
                })}
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </Box>
      {answer?.variants.map(
        (v, i) =>
          v.problem !== '' && (
            <Alert key={i} severity="warning" variant="outlined" sx={{ mt: 1 }}>
              {i === 0 ? 'As drawn' : `Variant ${i}`} cannot be: {v.problem}.
            </Alert>
          ),
      )}
      {failed && (
        <Alert severity="warning" variant="outlined" sx={{ mt: 1 }} action={<Button onClick={again}>Calculate again</Button>}>
          The comparison could not be calculated.
        </Alert>
      )}
      {draft.variants.length < MOST_VARIANTS && (
        <Button
          sx={{ mt: 1 }}
          startIcon={<Icon name="add" />}
          onClick={() => put({ variants: [...draft.variants, draft.variants.at(-1) ?? { diametersMm: {}, outsideMm: null }] })}
        >
          Another variant
        </Button>
      )}
      <Box component="section" aria-label="One diameter swept" sx={{ mt: 3 }}>
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 2 }}>
          <Typography variant="h2">One diameter swept</Typography>
          <Button onClick={() => setChartOpen(!chartOpen)}>{chartOpen ? 'Hide' : 'Show'}</Button>
        </Box>
        {chartOpen && (
          <Box sx={{ display: 'grid', gap: 1.5, mt: 1 }}>
            <Choices
              label="Pulley"
              value={swept.id}
              options={onBelt.map((p) => ({ id: p.id, label: label(p.id) }))}
              onChoose={(sweepOf) => put({ sweepOf })}
            />
            <Choices
              label="Shown"
              value={figure.id}
              options={FIGURES.map((f) => ({ id: f.id, label: f.label }))}
              onChoose={(id) => put({ figure: id })}
            />
            {answer && <SweepChart swept={answer.swept} figure={figure} drawnMm={swept.outsideDiameter} pulley={label(swept.id)} />}
          </Box>
        )}
      </Box>
    </Page>
  );
}

/** Page of comparisons with a stored drive. It starts again with each stored version. */
export const Comparison = answered('drive.find', 'This drive', CompareScreen, ({ stored }) => stored.version);
