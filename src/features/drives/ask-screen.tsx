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

interface AskProps {
  readonly stored: StoredDrive;
  readonly shelf: PackedShelf;
  /** Notebook that it was measured in. Null for a drawn drive. */
  readonly notebook: number | null;
  /** True if there is an open job for the answer. */
  readonly anyJob: boolean;
  /** Bolt-ups of its pulleys. */
  readonly stacks: ComponentProps<typeof Stations>['stacks'];
  readonly papers: readonly StoredDocument[];
  /** Results of substitutes on it. */
  readonly trials: readonly Trial[];
  /** Warnings of the shop next to a verdict. */
  readonly limits: ShopLimits['belt'];
}

/** A drive outside any job: belts that would run, its tension, stacks and documents. The answer can be saved on a job. */
export function AskScreen(props: AskProps) {
  const { stored, anyJob, notebook, stacks, papers } = props;
  const drive = stored.document;
  const mayChange = useMayChange();
  const [beltId, setBeltId] = useState(drive.belts[0]?.id ?? '');
  const [choice, setChoice] = useState<BeltChoice | null>(null);
  const [putting, setPutting] = useState(false);
  const [removing, setRemoving] = useState(false);
  const remove = useRemoveDrive(stored);
  return (
    <Page
      title={drive.name}
      lead={<Lead stored={stored} notebook={notebook} />}
      actions={
        <Actions
          stored={stored}
          mayChange={mayChange}
          onPut={choice && mayChange && anyJob ? () => setPutting(true) : null}
          onRemove={() => setRemoving(true)}
        />
      }
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
        <BeltAnswers key={beltId} {...props} beltId={beltId} onChoice={setChoice} />
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
        onConfirm={() => {
          setRemoving(false);
          void remove();
        }}
        onClose={() => setRemoving(false)}
      >
        Closed jobs keep their tickets. It is removed from its machines. You can undo this immediately afterwards.
      </ConfirmDialog>
    </Page>
  );
}

/** Removes a drive and offers to undo it. */
function useRemoveDrive({ id, document }: StoredDrive): () => Promise<void> {
  const router = useRouter();
  const runCommand = useCommand();
  return async () => {
    const putBack = async () => {
      const back = await runCommand('drive.add', { document }, { words: `${document.name} put back` });
      if (back.ok) router.push(`/drives/${back.value.id}`);
    };
    const answer = await runCommand(
      'drive.remove',
      { id },
      { words: `${document.name} removed`, done: { text: `${document.name} is removed.`, undo: () => void putBack() } },
    );
    if (answer.ok) router.push('/drives');
  };
}

/** Kind and notes of the drive, and its notebook. */
function Lead({ stored: { document: drive }, notebook }: Pick<AskProps, 'stored' | 'notebook'>) {
  return (
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
  );
}

function Actions({
  stored: { id, document: drive },
  mayChange,
  onPut,
  onRemove,
}: Pick<AskProps, 'stored'> & {
  mayChange: boolean;
  /** Saves the answer on a job. Null without an answer or an open job. */
  onPut: (() => void) | null;
  onRemove: () => void;
}) {
  return (
    <>
      {onPut && (
        <Button variant="outlined" onClick={onPut}>
          Save answer on a job
        </Button>
      )}
      <Button component={Link} href={`/drives/${id}/compare`} variant="outlined">
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
        <Button variant="outlined" color="error" onClick={onRemove}>
          Remove
        </Button>
      )}
      <Button component={Link} href={`/drives/${id}/edit`} variant="contained">
        {mayChange ? 'Change the drawing' : 'See the drawing'}
      </Button>
    </>
  );
}

/** Belts that would run in the place of one, and its tension or its shift. */
function BeltAnswers({
  stored,
  shelf: packed,
  trials,
  limits,
  beltId,
  onChoice,
}: AskProps & { beltId: string; onChoice: (choice: BeltChoice | null) => void }) {
  const drive = stored.document;
  const shelf = useShelf(packed);
  return (
    <>
      <MatchPanel
        drive={drive}
        uncertainty={stored.uncertainty}
        beltId={beltId}
        shelf={shelf}
        limits={limits}
        trials={trials}
        onChoice={onChoice}
      />
      <Box sx={{ mt: 2, maxWidth: 860 }}>
        {drive.kind === 'cvt' ? (
          <Fold title="How it shifts" says="from idle to full shift, by the belt’s width" open>
            <ShiftPanel drive={drive} />
          </Fold>
        ) : (
          <Fold title="Tension" says="range, settings and readings">
            <AskTension driveId={stored.id} drive={drive} beltId={beltId} />
          </Fold>
        )}
      </Box>
    </>
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
