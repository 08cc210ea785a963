'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { compileDrive, type Drive, type Problem } from '@/core/drive';
import { readDriveFile } from '@/formats/drive-file';
import { Icon } from '@/ui/icons';
import { Quiet } from '@/ui/link-rows';
import { ListedRows } from '@/ui/listed-rows';
import { type ListAsk, type ListedPage } from '@/ui/listing';
import { Empty, Page } from '@/ui/page';
import { useUnits } from '@/ui/units';
import { beltSize } from '@/services/candidates';
import { useMayChange } from '../shell/shell-context';
import { useCommand } from '../commands/use-command';
import { Moment } from '@/ui/when';
import { TEMPLATE_TILE, TemplateGrid } from './template-grid';
import { KIND_WORDS } from './templates';
import { useListOf } from '../queries/use-query';
import type { DriveSummary } from '@/contract/records';

/** Every drive drawn here; new ones from a template or a file. */
export function DrivesScreen({ first, asked }: { first: ListedPage<DriveSummary>; asked: ListAsk }) {
  const mayChange = useMayChange();
  const units = useUnits();
  const listing = useListOf('drives.list', first, asked);
  const actions = mayChange && (
    <>
      <ImportDrive />
      <Button component={Link} href="/drives/new" variant="outlined" startIcon={<Icon name="add" />}>
        Draw a new drive
      </Button>
      <Button component={Link} href="/drives/measure" variant="contained" startIcon={<Icon name="tape" />}>
        Measure a drive
      </Button>
    </>
  );
  return (
    <Page title="Drives" lead="Draw a drive once, then match any belt to it." actions={actions}>
      <ListedRows
        listing={listing}
        find="Find a drive"
        one="drive"
        columns="minmax(0, 1.6fr) 160px minmax(0, 1fr) 190px"
        row={(d) => ({
          key: d.id,
          href: `/drives/${d.id}`,
          cells: [
            d.name,
            <Quiet key="kind">{KIND_WORDS[d.kind as Drive['kind']]}</Quiet>,
            <span key="belts">
              {d.belts.map((b) => beltSize(b, units)).join(', ')}
              <Quiet> · {d.pulleys} pulleys</Quiet>
            </span>,
            <Quiet key="changed">
              <Moment at={d.changedAt} as="day" />, {d.changedBy}
            </Quiet>,
          ],
        })}
        empty={
          <Empty
            title="No drive is drawn yet"
            action={
              mayChange && (
                <Button component={Link} href="/drives/measure" variant="contained">
                  Measure the first
                </Button>
              )
            }
          >
            A drive is the pulleys, belts, arms and springs of a machine, to scale. Measure one, draw one, or import a drive file.
          </Empty>
        }
      />
    </Page>
  );
}

/** Takes in a drive file: shows what is wrong with it, or keeps it. */
export function ImportDrive() {
  const router = useRouter();
  const runCommand = useCommand();
  const input = useRef<HTMLInputElement>(null);
  const [refused, setRefused] = useState<{ file: string; problems: readonly Problem[] } | null>(null);
  const take = async (file: File) => {
    const read = readDriveFile(await file.text());
    const made = read.ok ? compileDrive(read.drive) : read;
    if (!read.ok || !made.ok) {
      setRefused({ file: file.name, problems: !read.ok ? read.problems : made.ok ? [] : made.problems });
      return;
    }
    const { name } = read.drive;
    const answer = await runCommand(
      'drive.add',
      { document: read.drive },
      { words: `Drive file of ${name}`, done: `${name} was imported.` },
    );
    if (answer.ok) router.push(`/drives/${answer.value.id}`);
  };
  return (
    <>
      <Button variant="outlined" startIcon={<Icon name="upload" size={18} />} onClick={() => input.current?.click()}>
        Import drive file
      </Button>
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        hidden
        aria-label="Drive file"
        onChange={(e) => {
          const [file] = e.target.files ?? [];
          if (file) void take(file);
          e.target.value = '';
        }}
      />
      <Dialog open={refused !== null} onClose={() => setRefused(null)} fullWidth maxWidth="sm">
        <DialogTitle>{refused?.file} was not imported</DialogTitle>
        <DialogContent>
          <Typography>{refused?.problems.length === 1 ? 'It has one error:' : `${refused?.problems.length} errors:`}</Typography>
          <Box component="ul" sx={{ pl: 2.5 }}>
            {refused?.problems.slice(0, 30).map((p) => (
              <li key={p.path + p.message}>
                <code>{p.path}</code> {p.message}
              </li>
            ))}
          </Box>
        </DialogContent>
        <DialogActions>
          <Button onClick={() => setRefused(null)}>Close</Button>
        </DialogActions>
      </Dialog>
    </>
  );
}

/** Starting point of a new drive. */
export function TemplatesScreen() {
  const mayChange = useMayChange();
  return (
    <Page title="Draw a new drive" lead="Start with typical parts, or with none. Replace every placeholder dimension.">
      {!mayChange && (
        <Alert severity="info" variant="outlined" sx={{ mb: 2 }}>
          You can read this page. Only a technician or owner can save a drive.
        </Alert>
      )}
      <TemplateGrid
        tile={(t, inside) => (
          <Box component={Link} href={`/drives/new?from=${t.key}`} sx={TEMPLATE_TILE}>
            {inside(t.title, t.says)}
          </Box>
        )}
      />
    </Page>
  );
}
