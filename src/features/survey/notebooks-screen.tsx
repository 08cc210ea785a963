'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Drive } from '@/core/drive';
import { notebookFor } from '@/core/survey';
import { Icon } from '@/ui/icons';
import { LinkRows, Quiet } from '@/ui/link-rows';
import { Page } from '@/ui/page';
import { Moment } from '@/ui/when';
import { TEMPLATE_TILE, TemplateGrid } from '../drives/template-grid';
import { empty } from '../drives/template-parts';
import { KIND_WORDS } from '../drives/templates';
import { useMayChange } from '../shell/shell-context';
import { useCommand } from '../commands/use-command';
import { answered } from '../queries/answered';
import type { NotebookSummary } from '@/contract/records';

/** Start of measuring a drive: open notebooks, and a new one of each kind. */
export function NotebooksScreen({
  notebooks,
  machine,
}: {
  notebooks: readonly NotebookSummary[];
  /** The machine that is to get the drive. */
  machine: { readonly id: number; readonly name: string } | null;
}) {
  const router = useRouter();
  const runCommand = useCommand();
  const mayChange = useMayChange();
  const [starting, setStarting] = useState<string | null>(null);
  const start = async (key: string, drive: Drive, step = '') => {
    setStarting(key);
    const fresh = notebookFor(drive);
    // The belts of a drive cannot be known from its kind.
    const document = {
      ...fresh,
      ...(machine ? { name: `${machine.name}, ${fresh.name.toLowerCase()}` } : {}),
      pulleys: fresh.pulleys.map(({ powerKw: _placeholder, ...p }) => p),
    };
    const answer = await runCommand(
      'notebook.add',
      { document, machineId: machine?.id ?? null },
      { words: `Notebook of ${document.name}` },
    );
    if (answer.ok) router.push(`/drives/measure/${answer.value.id}${step}`);
    else setStarting(null);
  };
  return (
    <Page
      title={machine ? `Measure a drive of ${machine.name}` : 'Measure a drive'}
      lead="Measure with a tape, a caliper and, optionally, a photo. Every entry is saved. Continue on any device."
    >
      {notebooks.length > 0 && (
        <>
          <Typography variant="h2" sx={{ mb: 1 }}>
            Under way
          </Typography>
          <Box sx={{ mb: 3 }}>
            <LinkRows
              columns="minmax(0, 1.6fr) 160px minmax(0, 1fr) 190px"
              rows={notebooks.map((n) => ({
                key: n.id,
                href: `/drives/measure/${n.id}`,
                cells: [
                  n.name || 'Unnamed drive',
                  <Quiet key="kind">{KIND_WORDS[n.kind as Drive['kind']]}</Quiet>,
                  `${n.measured} of ${n.asked} distances${n.driveId !== null ? ' · the drive is made' : ''}`,
                  <Quiet key="changed">
                    <Moment at={n.changedAt} as="day" />, {n.changedBy}
                  </Quiet>,
                ],
              }))}
            />
          </Box>
        </>
      )}
      <Typography variant="h2" sx={{ mb: 1 }}>
        {notebooks.length > 0 ? 'Start another notebook' : 'Start a notebook'}
      </Typography>
      {!mayChange && (
        <Alert severity="info" variant="outlined" sx={{ mb: 2 }}>
          You can read this page. Only a technician or owner can measure a drive.
        </Alert>
      )}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 2, rowGap: 1, mb: 2 }}>
        <Button
          variant="contained"
          startIcon={<Icon name="camera" size={18} />}
          disabled={!mayChange || starting !== null}
          onClick={() => void start('photo', empty('Drive from a photo', 'other'), '?step=photo')}
        >
          {starting === 'photo' ? 'Opening…' : 'Start from a photo'}
        </Button>
        <Quiet>Tap the pulleys and the belt on a photo, and enter one distance.</Quiet>
      </Box>
      <TemplateGrid
        tile={(t, inside) => (
          <Box
            component="button"
            type="button"
            disabled={!mayChange || starting !== null}
            onClick={() => void start(t.key, t.make())}
            sx={TEMPLATE_TILE}
          >
            {inside(
              starting === t.key ? 'Opening…' : t.title,
              t.key === 'blank' ? 'An empty notebook: add every pulley yourself.' : t.says,
            )}
          </Box>
        )}
      />
    </Page>
  );
}

/** Page of the drives that are being measured. */
export const Notebooks = answered('notebooks.list', 'This list', NotebooksScreen);
