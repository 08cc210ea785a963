'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { useMemo, useState, type ReactNode } from 'react';
import {
  clampLength,
  entryAngles,
  grooveHeight,
  offHeight,
  stackFaults,
  STACK_TEMPLATES,
  withMoved,
  type Layer,
  type LayerKind,
  type Stack,
  type StackFault,
} from '@/core/stack';
import { ConfirmDialog } from '@/ui/confirm-dialog';
import { useHistory } from '@/client/history';
import { Icon } from '@/ui/icons';
import { NumberField } from '@/ui/number-field';
import { Page } from '@/ui/page';
import { usePose } from '@/client/solver';
import { UndoButtons } from '@/ui/undo-buttons';
import { useUnits } from '@/ui/units';
import { Moment } from '@/ui/when';
import { isTaken, useCommand } from '../commands/use-command';
import { PapersCard } from '../papers/papers-card';
import { useMayChange } from '../shell/shell-context';
import { LayerFields } from './layer-fields';
import { LayerList } from './layer-list';
import { Section } from './section';
import { angleWords, faultWords, KIND_WORDS, stackHeights } from './messages';
import type { StoredDocument, StoredDrive, StoredStack } from '@/contract/records';

/** Default sizes of an unmeasured layer. */
const FRESH: Readonly<Record<LayerKind, Layer>> = {
  head: { kind: 'head' },
  nut: { kind: 'nut' },
  bracket: { kind: 'bracket', thickMm: 5 },
  spacer: { kind: 'spacer', thickMm: 10, outsideMm: 16 },
  washer: { kind: 'washer', thickMm: 2, outsideMm: 17 },
  cupped: { kind: 'cupped', thickMm: 2.5, outsideMm: 24, cupMm: 1, raisedUp: true },
  wheel: { kind: 'wheel', thickMm: 12, raceMm: 20, shellMm: 82, grooveMm: 6, flat: true },
};

/** The job that the stack was opened from. */
export interface StackOfJob {
  readonly number: number;
  /**
   * Consequence of the drawn stack for the job.
   * @param save stores the stack if it was changed; true once it is stored, here or on the device
   */
  readonly card: (drawn: {
    readonly stack: Stack;
    readonly faults: readonly StackFault[];
    readonly save: () => Promise<boolean>;
  }) => ReactNode;
}

/** The hardware stack at one pulley of a drive: its parts, its faults, and its effect on the belt. */
export function StackScreen({
  drive: stored,
  pulley,
  kept,
  papers,
  job = null,
}: {
  drive: StoredDrive;
  pulley: { readonly id: string; readonly label: string };
  kept: StoredStack | null;
  papers: readonly StoredDocument[];
  job?: StackOfJob | null;
}) {
  const runCommand = useCommand();
  const mayChange = useMayChange();
  const { show } = useUnits();
  const history = useHistory<Stack | null>(kept?.stack ?? null);
  const stack = history.now;
  const [selected, setSelected] = useState<number | null>(null);
  const [version, setVersion] = useState(kept?.version ?? 0);
  const [saved, setSaved] = useState<Stack | null>(kept?.stack ?? null);
  const [problem, setProblem] = useState('');
  const [removing, setRemoving] = useState(false);
  const drive = stored.document;
  const { answer } = usePose(useMemo(() => ({ drive, lever: 1 }), [drive]));
  const write = (change: (now: Stack) => Stack, key?: string) => history.write((now) => now && change(now), key);
  const keep = async (next: Stack | null): Promise<boolean> => {
    const answered = await runCommand(
      'stack.save',
      { driveId: stored.id, pulley: pulley.id, version, stack: next && { layers: [...next.layers], wantedMm: next.wantedMm } },
      { words: `Stack of ${pulley.label}`, done: next ? 'Stack saved.' : 'Stack deleted.', quiet: true },
    );
    if (isTaken(answered)) {
      setSaved(next);
      setVersion(answered.ok ? answered.value.version : version + 1);
      setProblem('');
    } else if (!answered.ok) {
      setProblem(answered.problem);
      // If it is saved again, this version replaces the other.
      if (answered.reason === 'stale') setVersion(answered.current.version);
    }
    return isTaken(answered);
  };
  const back = (
    <Button variant="outlined" component={Link} href={job ? `/jobs/${job.number}` : `/drives/${stored.id}`}>
      {job ? `Return to job ${job.number}` : 'Back to the drive'}
    </Button>
  );
  if (!stack)
    return (
      <Page title={`Stack of ${pulley.label}`} lead={drive.name} actions={back}>
        <Typography sx={{ mb: 2, maxWidth: 620 }}>
          Enter spacers and washers in order, from below. If an idler turns freely when loose and binds when tight, its stack is wrong.
        </Typography>
        {mayChange ? (
          <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(230px, 1fr))', gap: 1.5 }}>
            {STACK_TEMPLATES.map((t) => (
              <Box
                key={t.key}
                component="button"
                type="button"
                onClick={() => history.write(() => t.stack)}
                sx={{
                  font: 'inherit',
                  color: 'inherit',
                  textAlign: 'left',
                  p: 1.5,
                  cursor: 'pointer',
                  border: '1px solid var(--ts-edge)',
                  borderRadius: '4px',
                  bgcolor: 'var(--ts-card)',
                  '&:hover': { borderColor: 'var(--ts-work)' },
                  '&:focus-visible': { outline: '3px solid var(--ts-work)' },
                }}
              >
                <Section stack={t.stack} faults={[]} selected={null} />
                <Box sx={{ fontWeight: 650, mt: 1 }}>{t.title}</Box>
              </Box>
            ))}
          </Box>
        ) : (
          <Typography sx={{ color: 'var(--ts-quiet)' }}>This stack is not drawn yet.</Typography>
        )}
      </Page>
    );
  const faults = stackFaults(stack);
  const off = offHeight(stack);
  const angles = answer?.ok && off !== null ? entryAngles(drive, answer.answer.solved, pulley.id, off) : [];
  const one = selected === null ? undefined : stack.layers[selected];
  const nameOf = (id: string) => drive.pulleys.find((p) => p.id === id)?.label ?? 'the next pulley';
  return (
    <Page
      title={`Stack of ${pulley.label}`}
      lead={
        <>
          {drive.name}
          {kept && (
            <>
              {' '}
              · saved <Moment at={kept.at} as="day" />
              {kept.by ? `, ${kept.by}` : ''}
            </>
          )}
        </>
      }
      actions={
        <>
          {mayChange && <UndoButtons of={history} />}
          {back}
          <Button variant="outlined" startIcon={<Icon name="print" />} onClick={() => window.print()}>
            Print
          </Button>
          {mayChange && (
            <Button variant="contained" startIcon={<Icon name="save" />} disabled={stack === saved} onClick={() => void keep(stack)}>
              Save stack
            </Button>
          )}
        </>
      }
    >
      {problem !== '' && (
        <Alert severity="warning" variant="outlined" sx={{ mb: 1.5 }}>
          {problem}
        </Alert>
      )}
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 1fr) minmax(0, 1fr)' }, gap: 2.5, alignItems: 'start' }}>
        <Box sx={{ position: { md: 'sticky' }, top: 12 }}>
          <Box sx={{ border: '1px solid var(--ts-edge)', borderRadius: '4px', bgcolor: 'var(--ts-card)', p: 1 }}>
            <Section stack={stack} faults={faults} selected={selected} />
          </Box>
          <Box sx={{ mt: 1, fontSize: 14, color: 'var(--ts-quiet)' }}>
            {stackHeights({ grooveMm: grooveHeight(stack), wantedMm: stack.wantedMm, clampMm: clampLength(stack) }, show)}
          </Box>
          <Box role="status" sx={{ mt: 1.5, display: 'grid', gap: 1 }}>
            {faults.length === 0 ? (
              <Alert severity="success" variant="outlined">
                Correct: only the inner race is clamped, and the idler is at its height.
              </Alert>
            ) : (
              faults.map((f) => (
                <Alert key={f.code + String(f.layer)} severity="warning" variant="outlined">
                  {faultWords(f, stack, { show })}
                </Alert>
              ))
            )}
          </Box>
          {off !== null && angles.length > 0 && Math.abs(off) > 1e-9 && (
            <Box sx={{ mt: 1.5 }}>
              <Typography variant="h3">Entry angle of the belt, engaged</Typography>
              {angles.map((a) => (
                <Box key={a.belt + a.other + a.spanMm} sx={{ py: 0.5, color: a.degrees > a.limit ? 'var(--ts-copper)' : undefined }}>
                  To {nameOf(a.other)}: {angleWords(a)}.
                </Box>
              ))}
            </Box>
          )}
        </Box>
        <Box sx={{ display: 'grid', gap: 1.5 }}>
          {job?.card({ stack, faults, save: () => (stack === saved ? Promise.resolve(true) : keep(stack)) })}
          <LayerList
            layers={stack.layers}
            wrong={new Set(faults.map((f) => f.layer))}
            selected={selected}
            onSelect={setSelected}
            mayChange={mayChange}
            onMove={(from, to) => {
              write((now) => withMoved(now, from, to));
              if (selected === from) setSelected(to);
            }}
          />
          {mayChange && one && selected !== null && (
            <LayerFields
              key={selected}
              one={one}
              onChange={(next) => write((now) => ({ ...now, layers: now.layers.with(selected, next) }), `part-${selected}`)}
              onRemove={() => {
                write((now) => ({ ...now, layers: now.layers.toSpliced(selected, 1) }));
                setSelected(null);
              }}
            />
          )}
          {mayChange && (
            <Box className="ts-screen-only" sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: { sm: '1fr 1fr' } }}>
              <TextField
                select
                label="Add a part"
                value=""
                onChange={(e) => {
                  const fresh = FRESH[e.target.value as LayerKind];
                  const at = selected === null ? stack.layers.length : selected + 1;
                  write((now) => ({ ...now, layers: now.layers.toSpliced(at, 0, fresh) }));
                  setSelected(at);
                }}
              >
                {(Object.keys(FRESH) as LayerKind[]).map((kind) => (
                  <MenuItem key={kind} value={kind}>
                    {KIND_WORDS[kind]}
                  </MenuItem>
                ))}
              </TextField>
              <NumberField
                dimension="length"
                label="Correct height over the bracket"
                value={stack.wantedMm}
                min={-300}
                max={300}
                onValue={(value) => value !== null && write((now) => ({ ...now, wantedMm: value }), 'wanted')}
              />
              <Box sx={{ gridColumn: '1 / -1' }}>
                <Button color="error" onClick={() => setRemoving(true)}>
                  Delete stack
                </Button>
              </Box>
            </Box>
          )}
          <PapersCard
            of={{ driveId: stored.id, station: pulley.id }}
            papers={papers}
            says="A picture of the stack as found, or the parts diagram: PDF or picture, up to 8 MB."
          />
        </Box>
      </Box>
      <ConfirmDialog
        open={removing}
        title="Delete this stack?"
        action="Delete stack"
        leave="Cancel"
        removes
        onConfirm={() => {
          setRemoving(false);
          if (version > 0) void keep(null);
          history.write(() => null);
        }}
        onClose={() => setRemoving(false)}
      >
        Undo on this page restores it. Its documents are not deleted.
      </ConfirmDialog>
    </Page>
  );
}
