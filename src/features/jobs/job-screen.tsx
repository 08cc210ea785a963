'use client';

import Alert from '@mui/material/Alert';
import Badge from '@mui/material/Badge';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Drawer from '@mui/material/Drawer';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import useMediaQuery from '@mui/material/useMediaQuery';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import type { Drive, Uncertainty } from '@/core/drive';
import type { Job, Stage, TicketEntry } from '@/db';
import type { ActionResult } from '@/server';
import { Icon } from '@/ui/icons';
import { useNotice } from '@/ui/notice';
import { verdictWord } from '@/ui/verdict';
import { beltName, runsOn } from '../match/candidates';
import { MatchPanel, type BeltChoice } from '../match/match-panel';
import { useShelf, type PackedShelf } from '../shelf/packed';
import { useMayChange } from '../shell/shell-context';
import { addNote, bookBelt, changeStage, chooseDrive, closeJob, reopenJob, withdrawEntry } from './actions';
import { Spine } from './spine';
import { NoteField, StageBench, StageMoves } from './stage-bench';
import { nextStage, stageName } from './stages';
import { money, Ticket } from './ticket';

export interface DriveChoice {
  readonly id: number;
  readonly name: string;
  readonly belts: readonly { readonly id: string; readonly label: string }[];
}

export interface JobScreenProps {
  readonly job: Job;
  readonly stage: Stage;
  readonly drive: Drive | null;
  /** How well its numbers are known, where it was measured. */
  readonly uncertainty: Uncertainty | null;
  /** Belts to hand, where the stage asks for them. */
  readonly shelf: PackedShelf | null;
  readonly choices: readonly DriveChoice[];
}

const UNREACHED = {
  ok: false as const,
  reason: 'failed' as const,
  problem:
    'The server does not answer. It may be done all the same: read this page again before you repeat it. What you typed is kept on this device.',
};

/** A job: the spine of stages, the bench for the one at hand, the ticket beside it. */
export function JobScreen({ job, stage, drive, uncertainty, shelf: packed, choices }: JobScreenProps) {
  const shelf = useShelf(packed);
  const router = useRouter();
  const tell = useNotice();
  const wide = useMediaQuery('(min-width:1100px)');
  const mayChange = useMayChange();
  const [drawer, setDrawer] = useState(false);
  const [choice, setChoice] = useState<BeltChoice | null>(null);
  const [booking, setBooking] = useState<BeltChoice | null>(null);

  /** Runs an act, shows what came of it and reads the job anew. */
  const act = async <T,>(
    run: () => Promise<ActionResult<T, unknown>>,
    done?: string | ((value: T) => { text: string; undo?: () => void }),
  ): Promise<boolean> => {
    const result = await run().catch(() => UNREACHED);
    router.refresh();
    if (!result.ok) {
      tell({ text: result.problem, tone: 'refused' });
      return false;
    }
    if (done) tell({ tone: 'done', ...(typeof done === 'string' ? { text: done } : done(result.value)) });
    return true;
  };
  const n = job.number;
  const withdraw = (entryId: number, text: string) => act(() => withdrawEntry({ number: n, entryId }), text);
  const stageActs = {
    note: (text: string) =>
      act(
        () => addNote({ number: n, stage, text }),
        ({ entryId }) => ({ text: 'Written on the ticket.', undo: () => void withdraw(entryId, 'Note taken back.') }),
      ),
    move: async (state: Parameters<typeof changeStage>[0]['state'], why: string) => {
      const moved = await act(() => changeStage({ number: n, stage, state, why }), `${stageName(stage)}: ${state.replace('-', ' ')}.`);
      if (moved && (state === 'done' || state === 'skipped')) {
        const next = nextStage({ ...job.stages, [stage]: state });
        if (next) router.push(`/jobs/${n}?stage=${next}`, { scroll: false });
      }
      return moved;
    },
  };
  const onWithdraw = (entry: TicketEntry) =>
    void withdraw(
      entry.id,
      entry.type === 'belt-booked' ? `${entry.body.belt} is back in ${entry.body.bin || 'its place'}.` : 'Note taken back.',
    );
  const booked = [...job.entries].reverse().find((e) => e.type === 'belt-booked' && !e.withdrawn);
  const writable = mayChange && job.status === 'open';
  const bookable = stage === 'match' && writable && choice !== null;
  const short = choice !== null && choice.shelf.quantity < choice.pieces;
  const book = bookable && !short ? () => (setBooking(choice), setDrawer(false)) : null;
  useBookKey(book, booking === null);

  const aside = (
    <>
      <Ticket job={job} onWithdraw={onWithdraw} mayChange={mayChange} />
      {stage === 'match' && writable && (
        <Box className="ts-screen-only" sx={{ mt: 2, display: 'grid', gap: 1 }}>
          {booked?.type === 'belt-booked' && (
            <Alert severity="success" variant="outlined" icon={<Icon name="check" />}>
              {booked.body.belt} is booked.
            </Alert>
          )}
          {bookable && (
            <Button size="large" variant={booked ? 'outlined' : 'contained'} disabled={short} onClick={() => book?.()}>
              {short
                ? choice.shelf.quantity === 0
                  ? `No ${beltName(choice.shelf)} left in ${choice.shelf.bin || 'the shelf'}`
                  : `Only ${choice.shelf.quantity} of ${choice.pieces} ${beltName(choice.shelf)} to hand`
                : `Book ${beltName(choice.shelf)} from ${choice.shelf.bin || 'the shelf'}`}
            </Button>
          )}
        </Box>
      )}
    </>
  );

  return (
    <>
      <Box
        sx={{
          px: { xs: 1.5, sm: 2.5 },
          py: 1,
          borderBottom: '1px solid var(--ts-edge)',
          bgcolor: 'var(--ts-card)',
          display: 'flex',
          flexWrap: 'wrap',
          columnGap: 2,
          alignItems: 'baseline',
        }}
      >
        <Typography variant="h2" component="h1">
          {job.title}
        </Typography>
        <Typography sx={{ color: 'var(--ts-quiet)', fontSize: 14 }}>
          Job {n} ·{' '}
          <Link href={`/machines/${job.machineId}`} style={{ color: 'inherit' }}>
            {job.machine}
          </Link>
          {job.model ? ` · ${job.model}` : ''}
          {job.meter ? ` · ${job.meter}` : ''}
          {job.customer ? ` · ${job.customer}` : ''}
          {job.status === 'closed' ? ' · closed' : ''}
        </Typography>
      </Box>
      <Box sx={{ flex: 1, display: 'flex', flexDirection: { xs: 'column', md: 'row' }, minWidth: 0 }}>
        <Spine number={n} stages={job.stages} at={stage} />
        <Box sx={{ flex: 1, minWidth: 0, p: { xs: 1.5, sm: 2 } }}>
          {stage === 'match' ? (
            <>
              <DrivePicker
                job={job}
                choices={choices}
                disabled={!writable}
                onChoose={(driveId, beltId) => void act(() => chooseDrive({ number: n, driveId, beltId }))}
                hidden={drive !== null && choices.flatMap((c) => c.belts).length < 2}
              />
              {drive && job.beltId && drive.belts.some((b) => b.id === job.beltId) ? (
                <MatchPanel
                  drive={drive}
                  uncertainty={uncertainty}
                  beltId={job.beltId}
                  shelf={shelf}
                  onChoice={setChoice}
                  act={
                    wide &&
                    book &&
                    choice && (
                      <Button variant="outlined" onClick={book} title="Key B">
                        Book {beltName(choice.shelf)}
                      </Button>
                    )
                  }
                />
              ) : (
                <Alert severity="info" variant="outlined">
                  {choices.length === 0 ? (
                    <>
                      No drive is drawn for this machine yet. <Link href={`/drives/measure?machine=${job.machineId}`}>Measure it</Link>, or{' '}
                      <Link href="/drives/new">draw it</Link> and add it to the machine; the shelf is then tried on it here.
                    </>
                  ) : (
                    'Choose the drive and belt that this job is about.'
                  )}
                </Alert>
              )}
              {writable && (
                <Box sx={{ mt: 3, maxWidth: 720 }}>
                  <NoteField job={job} stage="match" placeholder="What was asked or decided about the belt" onNote={stageActs.note} />
                  <StageMoves state={job.stages.match} name="Match" onMove={stageActs.move} />
                </Box>
              )}
            </>
          ) : stage === 'book' ? (
            <BookBench
              job={job}
              mayChange={mayChange}
              onClose={(text) => act(() => closeJob({ number: n, text }), `Job ${n} is closed.`)}
              onReopen={() => act(() => reopenJob({ number: n }), `Job ${n} is open again.`)}
              onNote={stageActs.note}
            />
          ) : (
            <StageBench job={job} stage={stage} acts={stageActs} mayChange={mayChange} />
          )}
        </Box>
        {wide ? (
          <Box
            component="aside"
            aria-label="Ticket"
            sx={{ width: 276, flex: 'none', bgcolor: 'var(--ts-ticket)', borderLeft: '1px solid var(--ts-edge)', p: 2 }}
          >
            <Box sx={{ position: 'sticky', top: 16, maxHeight: 'calc(100dvh - 32px)', overflowY: 'auto' }}>{aside}</Box>
          </Box>
        ) : (
          <>
            <Box
              sx={{
                position: 'sticky',
                bottom: { xs: 56, sm: 0 },
                zIndex: 15,
                display: 'flex',
                gap: 1,
                p: 1,
                bgcolor: 'var(--ts-card)',
                borderTop: '1px solid var(--ts-edge)',
                alignSelf: { md: 'flex-end' },
              }}
            >
              <Badge badgeContent={job.entries.length} color="primary">
                <Button variant="outlined" startIcon={<Icon name="ticket" />} onClick={() => setDrawer(true)}>
                  Ticket
                </Button>
              </Badge>
              {bookable && (
                <Button variant="contained" sx={{ flex: 1 }} disabled={short} onClick={() => book?.()}>
                  Book {beltName(choice.shelf)}
                </Button>
              )}
            </Box>
            <Drawer
              anchor="bottom"
              open={drawer}
              onClose={() => setDrawer(false)}
              slotProps={{ paper: { sx: { maxHeight: '85dvh', p: 2, bgcolor: 'var(--ts-ticket)' } } }}
            >
              {aside}
              <Button onClick={() => setDrawer(false)} sx={{ mt: 1 }}>
                Close the ticket
              </Button>
            </Drawer>
          </>
        )}
      </Box>
      {booking && (
        <BookingDialog
          choice={booking}
          onClose={() => setBooking(null)}
          onBook={async (reason) => {
            const name = beltName(booking.shelf);
            const done = await act(
              () => bookBelt({ number: n, shelfBeltId: booking.shelf.id, shelfVersion: booking.shelf.version, reason }),
              ({ entryId }) => ({
                text: `${name} booked from ${booking.shelf.bin || 'the shelf'}.`,
                undo: () => void withdraw(entryId, `${name} is back on the shelf.`),
              }),
            );
            setBooking(null);
            return done;
          }}
        />
      )}
    </>
  );
}

/** B books the belt on the plate, unless something is being typed or G came before it, which goes to the Bench. */
function useBookKey(book: (() => void) | null, free: boolean): void {
  useEffect(() => {
    let before = '';
    const press = (event: KeyboardEvent) => {
      const key = event.key.toLowerCase();
      const typing = event.target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName);
      if (key === 'b' && before !== 'g' && book && free && !typing && !event.ctrlKey && !event.metaKey && !event.altKey) {
        event.preventDefault();
        book();
      }
      before = key;
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [book, free]);
}

function DrivePicker({
  job,
  choices,
  disabled,
  hidden,
  onChoose,
}: {
  job: Job;
  choices: readonly DriveChoice[];
  disabled: boolean;
  hidden: boolean;
  onChoose: (driveId: number, beltId: string) => void;
}) {
  if (hidden || choices.length === 0) return null;
  const value =
    job.driveId !== null && job.beltId !== null && choices.some((c) => c.id === job.driveId && c.belts.some((b) => b.id === job.beltId))
      ? `${job.driveId}/${job.beltId}`
      : '';
  return (
    <TextField
      select
      label="Drive and belt"
      value={value}
      disabled={disabled}
      sx={{ maxWidth: 480, mb: 1.5 }}
      onChange={(e) => {
        const [d, ...b] = e.target.value.split('/');
        onChoose(Number(d), b.join('/'));
      }}
    >
      {choices.flatMap((c) =>
        c.belts.map((b) => (
          <MenuItem key={`${c.id}/${b.id}`} value={`${c.id}/${b.id}`}>
            {b.label}: {c.name}
          </MenuItem>
        )),
      )}
    </TextField>
  );
}

function BookingDialog({
  choice,
  onClose,
  onBook,
}: {
  choice: BeltChoice;
  onClose: () => void;
  onBook: (reason: string) => Promise<boolean>;
}) {
  const [reason, setReason] = useState('');
  const [busy, setBusy] = useState(false);
  const { matched, shelf, exact, insteadOf, pieces, letsGo } = choice;
  const runs = runsOn(matched);
  const left = shelf.quantity - pieces;
  const needsReason = !exact || !runs;
  const name = beltName(shelf);
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs">
      <DialogTitle>
        Book {name}
        {exact ? '' : ' as a substitute'}
      </DialogTitle>
      <DialogContent>
        <Typography sx={{ mb: 1.5 }}>
          {verdictWord(matched.verdict, letsGo)}. {pieces === 1 ? 'One comes' : `${pieces} come`} out of {shelf.bin || 'the shelf'},{' '}
          {left === 1 ? 'one stays' : left === 0 ? 'none stays' : `${left} stay`}
          {shelf.priceCents === null ? '' : `; ${money(shelf.priceCents)} on the ticket`}.
          {!exact && insteadOf ? ` The drive asks for ${insteadOf}.` : ''}
        </Typography>
        {!runs && (
          <Alert severity="warning" variant="outlined" sx={{ mb: 1.5 }}>
            This belt does not run on this drive as it is drawn.
          </Alert>
        )}
        {needsReason && (
          <TextField
            autoFocus
            multiline
            minRows={2}
            label={exact ? 'Reason' : 'Reason for the substitute'}
            value={reason}
            onChange={(e) => setReason(e.target.value)}
            helperText="Shows on the ticket."
            placeholder="Exact belt comes with Thursday’s boat; customer mows tomorrow."
            slotProps={{ htmlInput: { maxLength: 500 } }}
          />
        )}
      </DialogContent>
      <DialogActions sx={{ p: 2 }}>
        <Button onClick={onClose}>Not now</Button>
        <Button
          variant="contained"
          disabled={busy || (needsReason && reason.trim() === '')}
          onClick={() => {
            setBusy(true);
            void onBook(reason).finally(() => setBusy(false));
          }}
        >
          Book this belt
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function BookBench({
  job,
  mayChange,
  onClose,
  onReopen,
  onNote,
}: {
  job: Job;
  mayChange: boolean;
  onClose: (text: string) => Promise<boolean>;
  onReopen: () => Promise<boolean>;
  onNote: (text: string) => Promise<boolean>;
}) {
  const [text, setText] = useState('');
  const open = (Object.keys(job.stages) as Stage[]).filter((s) => s !== 'book' && job.stages[s] !== 'done' && job.stages[s] !== 'skipped');
  return (
    <Box sx={{ maxWidth: 720 }}>
      <Typography variant="h1" component="h2">
        Book
      </Typography>
      <Typography sx={{ color: 'var(--ts-quiet)', mb: 2, fontSize: 17 }}>
        What was found, what was fitted, what the customer still has to decide, and when to look again.
      </Typography>
      {job.status === 'closed' ? (
        <>
          <Alert severity="success" variant="outlined" icon={<Icon name="check" />} sx={{ mb: 2 }}>
            Job {job.number} is closed.
          </Alert>
          {mayChange && (
            <Button variant="outlined" onClick={() => void onReopen()}>
              Reopen it
            </Button>
          )}
        </>
      ) : mayChange ? (
        <>
          {open.length > 0 && (
            <Alert severity="warning" variant="outlined" sx={{ mb: 2 }}>
              Not done yet: {open.map(stageName).join(', ')}. You can close all the same; it shows on the ticket.
            </Alert>
          )}
          <NoteField job={job} stage="book" placeholder="For the customer: ask about the second spindle." onNote={onNote} />
          <Box
            component="form"
            onSubmit={(e) => {
              e.preventDefault();
              void onClose(text);
            }}
            sx={{ mt: 3, display: 'grid', gap: 1 }}
          >
            <TextField
              label="Closing line for the customer"
              multiline
              minRows={2}
              value={text}
              onChange={(e) => setText(e.target.value)}
              placeholder="New blade belt and idler. Look again after the first day of running."
              slotProps={{ htmlInput: { maxLength: 2000 } }}
            />
            <Box>
              <Button type="submit" variant="contained" disabled={text.trim() === ''}>
                Close job {job.number}
              </Button>
            </Box>
          </Box>
        </>
      ) : null}
    </Box>
  );
}
