'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import useMediaQuery from '@mui/material/useMediaQuery';
import Link from 'next/link';
import { useEffect, useState } from 'react';
import { Icon } from '@/ui/icons';
import { lazyPart } from '@/ui/lazy';
import { Staleness } from '@/ui/staleness';
import { Unreadable } from '@/ui/unreadable';
import { beltName } from '@/services/candidates';
import { MatchPanel } from '../../../match/match-panel';
import type { BeltChoice } from '../../../match/use-match-view';
import { StackedNote } from '../../../stacks/stacked-note';
import { useShelf } from '../../../shelf/packed';
import { Beside } from '../beside';
import type { StageModule, StageProps } from '../module';
import { lastUsedBelt } from '@/services/last-used-belt';
import { useOpenedLine } from '../../now/run-context';
import { lineNow } from '../../now/line-now';
import { StageView } from '../../now/stage-view';
import { DrivePicker } from './drive-picker';
import { beltIsUsed, onlyInStock } from '../../stage-messages';
import { useQueryOf } from '../../../queries/use-query';

/** The dialog loads when a belt is first chosen. */
const UseBeltDialog = lazyPart(async () => (await import('./use-belt-dialog')).UseBeltDialog, null);

/** Which belt: the shelf judged on the drive, and one of it booked. */
function Panel(props: StageProps) {
  const { job, jobContext, drives, unreadable, commands, writable } = props;
  const drive = jobContext.matchDrive;
  const { opened } = useOpenedLine();
  const now = jobContext.list && (jobContext.list.lines.find((l) => l.id === opened) ?? lineNow(jobContext.list, 'match'));
  const wide = useMediaQuery('(min-width:1100px)');
  const reading = useQueryOf('shelf.read', {});
  const shelf = useShelf(reading.value ?? null);
  const [choice, setChoice] = useState<BeltChoice | null>(null);
  const [booking, setBooking] = useState<BeltChoice | null>(null);
  const stored = drives.find((d) => d.id === job.driveId);
  const beltId = drive?.belts.find((b) => b.id === job.beltId)?.id;
  const short = choice !== null && choice.shelf.quantity < choice.pieces;
  const book = writable && choice && !short ? () => setBooking(choice) : null;
  useBookKey(book, booking === null);
  return (
    <>
      <StageView {...props} beside={now?.work.kind !== 'step'}>
        {unreadable.map((d) => (
          <Unreadable key={d.id} name={d.name} problem={d.problem} text={d.text} />
        ))}
        <DrivePicker {...props} />
        <Staleness reading={reading} what="Stock" />
        {stored && <StackedNote drive={stored.document} stacks={job.stacks} />}
        {stored && drive && beltId !== undefined ? (
          <MatchPanel
            drive={drive}
            uncertainty={stored.uncertainty}
            beltId={beltId}
            shelf={shelf}
            limits={job.limits.belt}
            trials={job.trials}
            loading={reading.value === undefined && !reading.problem}
            onChoice={setChoice}
            action={
              wide &&
              book &&
              choice && (
                <Button variant="outlined" onClick={book} title="Key B">
                  Use {beltName(choice.shelf)}
                </Button>
              )
            }
          />
        ) : (
          <NoDrive {...props} />
        )}
      </StageView>
      {writable && <BesideTicket job={job} choice={choice} short={short} onBook={book} />}
      {booking && (
        <UseBeltDialog
          choice={booking}
          onClose={() => setBooking(null)}
          onBook={async (reason) => {
            const { id, version, bin } = booking.shelf;
            await commands.book({ name: beltName(booking.shelf), bin, shelfBeltId: id, shelfVersion: version }, reason);
            setBooking(null);
          }}
        />
      )}
    </>
  );
}

/** Belts already used, and the button for the chosen belt. */
function BesideTicket({
  job,
  choice,
  short,
  onBook,
}: {
  job: StageProps['job'];
  choice: BeltChoice | null;
  short: boolean;
  onBook: (() => void) | null;
}) {
  const booked = lastUsedBelt(job);
  return (
    <>
      <Beside at="ticket">
        <Box className="ts-screen-only" sx={{ mt: 2, display: 'grid', gap: 1 }}>
          {booked && (
            <Alert severity="success" variant="outlined" icon={<Icon name="check" />}>
              {beltIsUsed(booked.belt)}
            </Alert>
          )}
          {choice && (
            <Button data-leaves size="large" variant={booked ? 'outlined' : 'contained'} disabled={short} onClick={() => onBook?.()}>
              {short
                ? choice.shelf.quantity === 0
                  ? `No ${beltName(choice.shelf)} left in ${choice.shelf.bin || 'stock'}`
                  : onlyInStock(choice.shelf.quantity, choice.pieces, beltName(choice.shelf))
                : `Use ${beltName(choice.shelf)} from ${choice.shelf.bin || 'stock'}`}
            </Button>
          )}
        </Box>
      </Beside>
      {choice && (
        <Beside at="foot">
          <Button variant="contained" fullWidth disabled={short} onClick={() => onBook?.()}>
            Use {beltName(choice.shelf)}
          </Button>
        </Beside>
      )}
    </>
  );
}

function NoDrive({ job, drives }: StageProps) {
  return (
    <Alert severity="info" variant="outlined">
      {drives.length === 0 ? (
        <>
          This machine has no drawing of its drive yet. <Link href={`/drives/measure?machine=${job.machineId}`}>Measure it</Link>, or{' '}
          <Link href="/drives/new">draw it</Link> and add it to the machine; its belts are then matched here.
        </>
      ) : (
        'Choose the drive and belt that this job is about.'
      )}
    </Alert>
  );
}

/** Key B uses the chosen belt, unless text is being typed. */
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

export const matchStage: StageModule = { Panel };
