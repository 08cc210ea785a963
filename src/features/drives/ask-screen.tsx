'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState, type ComponentProps } from 'react';
import type { ShopLimits } from '@/core/machine';
import { writeDriveFile } from '@/formats/drive-file';
import { ConfirmDialog } from '@/ui/confirm-dialog';
import { saveFile } from '@/ui/download';
import { Fold } from '@/ui/fold';
import { Icon } from '@/ui/icons';
import { Lookup, type Choice } from '@/ui/lookup';
import { Empty, Page } from '@/ui/page';
import { verdictWord } from '@/ui/verdict';
import { isTaken, useCommand } from '../commands/use-command';
import { aboutJob } from '../jobs/job-commands';
import { beltName } from '@/services/candidates';
import { MatchPanel } from '../match/match-panel';
import type { BeltChoice } from '../match/use-match-view';
import { PapersCard } from '../papers/papers-card';
import { ShiftPanel } from '../cvt/shift-panel';
import { Stations } from '../stacks/stations';
import { AskTension } from '../tension/ask-tension';
import { useShelf } from '../shelf/packed';
import { type PackedShelf } from '@/contract/packed-shelf';
import { useMayChange } from '../shell/shell-context';
import { fileNameOf } from './file-name';
import { KIND_WORDS } from './templates';
import { askedAtCounter } from './messages';
import { ask } from '../queries/ask';
import { answered } from '../queries/answered';
import type { StoredDocument, StoredDrive, Trial } from '@/contract/records';

/** A drive outside any job, with the notebook it was measured in if there is one: ask at the counter which belt would run, and put the answer on a job if it belongs to one. */
export function AskScreen({
  stored,
  shelf: packed,
  anyJob,
  notebook,
  stacks,
  papers,
  trials,
  limits,
}: {
  stored: StoredDrive;
  shelf: PackedShelf;
  notebook: number | null;
  /** True if there is an open job for the answer. */
  anyJob: boolean;
  /** Bolt-ups of its pulleys. */
  stacks: ComponentProps<typeof Stations>['stacks'];
  papers: readonly StoredDocument[];
  /** Results of substitutes on it. */
  trials: readonly Trial[];
  /** Warnings of the shop next to a verdict. */
  limits: ShopLimits['belt'];
}) {
  const drive = stored.document;
  const shelf = useShelf(packed);
  const router = useRouter();
  const runCommand = useCommand();
  const mayChange = useMayChange();
  const [beltId, setBeltId] = useState(drive.belts[0]?.id ?? '');
  const [choice, setChoice] = useState<BeltChoice | null>(null);
  const [putting, setPutting] = useState(false);
  const [removing, setRemoving] = useState(false);
  const remove = async () => {
    setRemoving(false);
    const putBack = async () => {
      const back = await runCommand('drive.add', { document: drive }, { words: `${drive.name} put back` });
      if (back.ok) router.push(`/drives/${back.value.id}`);
    };
    const answer = await runCommand(
      'drive.remove',
      { id: stored.id },
      { words: `${drive.name} removed`, done: { text: `${drive.name} is removed.`, undo: () => void putBack() } },
    );
    if (answer.ok) router.push('/drives');
  };
  const actions = (
    <>
      {choice && mayChange && anyJob && (
        <Button variant="outlined" onClick={() => setPutting(true)}>
          Save answer on a job
        </Button>
      )}
      <Button component={Link} href={`/drives/${stored.id}/compare`} variant="outlined">
        Compare pulleys
      </Button>
      <Button
        variant="outlined"
        startIcon={<Icon name="download" size={18} />}
        onClick={() => saveFile(fileNameOf(drive), writeDriveFile(drive), 'application/json')}
      >
        Save as a file
      </Button>
      {mayChange && (
        <Button variant="outlined" color="error" onClick={() => setRemoving(true)}>
          Remove
        </Button>
      )}
      <Button component={Link} href={`/drives/${stored.id}/edit`} variant="contained">
        {mayChange ? 'Change the drawing' : 'See the drawing'}
      </Button>
    </>
  );
  return (
    <Page
      title={drive.name}
      lead={
        <>
          {KIND_WORDS[drive.kind]}
          {drive.notes ? `. ${drive.notes}` : ''}
          {notebook !== null && (
            <>
              {' '}
              ·{' '}
              <Link href={`/drives/measure/${notebook}`} style={{ color: 'inherit' }}>
                measured in this notebook
              </Link>
            </>
          )}
        </>
      }
      actions={actions}
    >
      {drive.belts.length > 1 && (
        <TextField select label="Belt" value={beltId} onChange={(e) => setBeltId(e.target.value)} sx={{ maxWidth: 320, mb: 1.5 }}>
          {drive.belts.map((b) => (
            <MenuItem key={b.id} value={b.id}>
              {b.label ?? b.id}
            </MenuItem>
          ))}
        </TextField>
      )}
      {drive.belts.length === 0 ? (
        <Empty
          title="No belt is drawn yet"
          action={
            <Button component={Link} href={`/drives/${stored.id}/edit`} variant="contained">
              Add a belt
            </Button>
          }
        >
          Add a belt and its route first. Then other belts can be tried.
        </Empty>
      ) : (
        <>
          <MatchPanel
            key={beltId}
            drive={drive}
            uncertainty={stored.uncertainty}
            beltId={beltId}
            shelf={shelf}
            limits={limits}
            trials={trials}
            onChoice={setChoice}
          />
          {drive.kind === 'cvt' ? (
            <Box sx={{ mt: 2, maxWidth: 860 }}>
              <Fold title="How it shifts" says="from idle to full shift, by the belt’s width" open>
                <ShiftPanel drive={drive} />
              </Fold>
            </Box>
          ) : (
            <Box sx={{ mt: 2, maxWidth: 860 }}>
              <Fold title="Tension" says="range, settings and readings">
                <AskTension key={beltId} driveId={stored.id} drive={drive} beltId={beltId} />
              </Fold>
            </Box>
          )}
        </>
      )}
      <Box sx={{ mt: 3, display: 'grid', gap: 2, gridTemplateColumns: { md: '1fr 1fr' }, alignItems: 'start' }}>
        <Stations drive={stored} stacks={stacks} />
        <PapersCard of={{ driveId: stored.id, station: '' }} papers={papers.filter((p) => p.station === '')} />
      </Box>
      {putting && choice && <PutOnJob choice={choice} driveName={drive.name} onClose={() => setPutting(false)} />}
      <ConfirmDialog
        open={removing}
        title={`Remove ${drive.name}?`}
        action="Remove this drive"
        leave="Cancel"
        removes
        onConfirm={() => void remove()}
        onClose={() => setRemoving(false)}
      >
        Closed jobs keep their tickets. It is removed from its machines. You can undo this immediately afterwards.
      </ConfirmDialog>
    </Page>
  );
}

function PutOnJob({ choice, driveName, onClose }: { choice: BeltChoice; driveName: string; onClose: () => void }) {
  const runCommand = useCommand();
  const [job, setJob] = useState<Choice | null>(null);
  const [unchosen, setUnchosen] = useState(false);
  const text = askedAtCounter(
    driveName,
    beltName(choice.shelf),
    verdictWord(choice.matched.verdict, choice.letsGo, choice.matched.reasons),
    choice.why,
  );
  const put = async () => {
    if (!job) return setUnchosen(true);
    const answer = await runCommand(
      'job.write',
      { number: job.id, stage: 'match', entry: { type: 'note', body: { text } } },
      { words: `Note on job ${job.id}: ${text.slice(0, 60)}`, about: aboutJob(job.id), done: `On ticket ${job.id}.` },
    );
    if (isTaken(answer)) onClose();
  };
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <DialogTitle>Save answer on a job</DialogTitle>
      <DialogContent>
        <Box sx={{ mb: 2, p: 1.5, bgcolor: 'var(--ts-sand)', fontSize: 14 }}>{text}</Box>
        <Lookup
          label="Job"
          value={job}
          onChoose={setJob}
          of="jobs.choose-open"
          find={(find) => ask('jobs.choose-open', { find })}
          error={unchosen && !job}
          helperText={unchosen && !job ? 'Choose the job for this ticket line.' : undefined}
        />
      </DialogContent>
      <DialogActions sx={{ p: 2 }}>
        <Button onClick={onClose}>Not now</Button>
        <Button variant="contained" onClick={() => void put()}>
          Save on ticket
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** Page of a drive. It starts again with each stored version. */
export const DrivePage = answered('drive.read', 'This drive', AskScreen, ({ stored }) => stored.version);
