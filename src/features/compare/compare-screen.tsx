'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from 'next/link';
import { useMemo } from 'react';
import type { Drive } from '@/core/drive';
import { Choices } from '@/ui/choices';
import { useDraftOf } from '@/client/draft';
import { Fold } from '@/ui/fold';
import { Icon } from '@/ui/icons';
import { NumberField } from '@/ui/number-field';
import { Empty, Page } from '@/ui/page';
import { useCompare } from '@/client/solver';
import { chosenIn, draftShape, MOST_VARIANTS, NOTHING_CHANGED, requestOf, withAnotherVariant, type Draft } from './comparison-draft';
import { BeltsLasted } from './belts-lasted';
import { DiameterSweep } from './diameter-sweep';
import { bladeOn, hubSpeedOf } from './messages';
import { VariantTable } from './variant-table';
import { answered } from '../queries/answered';
import type { StoredDrive } from '@/contract/records';

/** Pulleys and belts other than drawn, side by side, each figure against its limit; and one diameter swept. Nothing here changes the drive. */
export function CompareScreen({ stored }: { stored: StoredDrive }) {
  const drive = stored.document;
  const [kept, write] = useDraftOf(`compare-${stored.id}`, draftShape);
  const draft = kept ?? NOTHING_CHANGED;
  const { belt, onBelt, driven, shaft, swept } = chosenIn(drive, draft);
  const request = useMemo(() => requestOf(drive, draft), [drive, draft]);
  const { answer, failed, again } = useCompare(request);
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
  return (
    <Page
      title={`Compare: ${drive.name}`}
      lead="Compare other pulleys or another belt. Empty fields are as drawn. The drive is not changed."
      actions={
        <>
          {kept && (
            <Button variant="outlined" onClick={() => write(null)}>
              Clear
            </Button>
          )}
          <Button component={Link} href={`/drives/${stored.id}`} variant="outlined">
            Back to the drive
          </Button>
        </>
      }
    >
      <Subject drive={drive} draft={draft} write={write} belt={belt} driven={driven} shaft={shaft} label={label} />
      <VariantTable draft={draft} write={write} belt={belt} onBelt={onBelt} label={label} answer={answer} />
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
        <Button sx={{ mt: 1 }} startIcon={<Icon name="add" />} onClick={() => write(withAnotherVariant(draft))}>
          Another variant
        </Button>
      )}
      <BeltsLasted />
      <DiameterSweep draft={draft} write={write} swept={swept} onBelt={onBelt} label={label} answer={answer} />
    </Page>
  );
}

/** Belt and driven shaft of the comparison, with the blade and the marked speed of the shaft. */
function Subject({
  drive,
  draft,
  write,
  belt,
  driven,
  shaft,
  label,
}: {
  readonly drive: Drive;
  readonly draft: Draft;
  readonly write: (draft: Draft) => void;
  readonly belt: Drive['belts'][number];
  readonly driven: Drive['pulleys'];
  readonly shaft: Drive['pulleys'][number];
  readonly label: (id: string) => string;
}) {
  const put = (part: Partial<Draft>) => write({ ...draft, ...part });
  return (
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
      <Box sx={{ display: 'grid', gridTemplateColumns: { sm: 'repeat(auto-fill, 320px)' }, gap: 1.5, alignItems: 'start' }}>
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
      <Fold title="Idle speed and hub bolts" says={hasIdleOrHub(draft) ? 'entered' : 'optional'} open={hasIdleOrHub(draft)}>
        <IdleAndHub draft={draft} put={put} />
      </Fold>
    </Box>
  );
}

const hasIdleOrHub = ({ idleRpm, hub }: Draft): boolean => idleRpm !== null || hub.circleMm !== null || hub.boltMm !== null;

/** Idle speed of the engine, and the bolts of the hub on the driven shaft. */
function IdleAndHub({ draft, put }: { readonly draft: Draft; readonly put: (part: Partial<Draft>) => void }) {
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { sm: 'repeat(auto-fill, 320px)' }, gap: 1.5, alignItems: 'start', pt: 1 }}>
      <NumberField
        dimension="rotation"
        label="Engine speed at idle"
        value={draft.idleRpm}
        onValue={(idleRpm) => put({ idleRpm })}
        min={100}
        max={30000}
        optional
      />
      <NumberField
        dimension="length"
        label="Bolt circle of the hub"
        value={draft.hub.circleMm}
        onValue={(circleMm) => put({ hub: { ...draft.hub, circleMm } })}
        min={5}
        max={1000}
        optional
        helperText="With the bolts it sets the smallest pulley."
      />
      <NumberField
        dimension="length"
        label="Bolts of the hub, diameter"
        value={draft.hub.boltMm}
        onValue={(boltMm) => put({ hub: { ...draft.hub, boltMm } })}
        min={2}
        max={50}
        optional
      />
    </Box>
  );
}

/** Page of comparisons with a stored drive. It starts again with each stored version. */
export const Comparison = answered('drive.find', 'This drive', CompareScreen, ({ stored }) => stored.version);
