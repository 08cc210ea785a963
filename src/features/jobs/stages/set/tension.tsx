'use client';

import { useMemo } from 'react';
import type { Drive } from '@/core/drive';
import { findingsOf, linesOf, middleOf, type Changed, type ReplayedJob, type TensionBasisWritten } from '@/core/job';
import type { CheckId } from '@/core/fault';
import { agedOf, decide, pairsOf, retensionOf, type DecideAsk, type Decided } from '@/core/tension';
import type { TensionAnswer, TensionBasis, TensionRequest } from '@/services/tension';
import { AlignFirst } from '../../../alignment/align-first';
import { TensionPanel } from '../../../tension/tension-panel';
import { becauseWords } from '../../../tension/messages';
import type { ReadReading } from '../../../tension/stored-reading';
import { fileData } from '../../../papers/file-data';
import { lastUsedBelt } from '@/services/last-used-belt';
import { aboutSound } from '../../picture-subject';
import type { StageProps } from '../module';
import { CONDITION_WORDS } from '../../condition-messages';
import { TensionAdvice } from '../../../tension/tension-advice';
import { entryOf, placedReadings } from './readings';
import { LoadsAndHistory, TensionDecision } from './tension-parts';
import { settingLeft } from '../../stage-messages';
import { useQueryOf } from '../../../queries/use-query';
import type { Job, TensionPast } from '@/contract/records';

const NOTHING_PAST: TensionPast = { readings: [], epochs: [], manual: {} };

interface TensionProps extends StageProps {
  readonly drive: Drive;
  readonly beltId: string;
  /** It is measured as found: nothing is moved yet. */
  readonly asFound?: boolean;
  /** A reading is what comes now. */
  readonly reads?: boolean;
}

const AFTER_ADJUSTING = CONDITION_WORDS['after-adjusting'];
const AFTER_WORDS = `${AFTER_ADJUSTING[0]!.toUpperCase()}${AFTER_ADJUSTING.slice(1)}`;

/** Readings of the job and of earlier jobs on this belt, and the request for its tension. */
function useTensionOfJob({ job, jobContext, drive, beltId }: TensionProps) {
  const { entries, driveId } = job;
  const { replayed } = jobContext;
  const placed = useMemo(() => placedReadings(entries, replayed, beltId), [entries, replayed, beltId]);
  const readings = useMemo(() => placed.filter((r) => r.current), [placed]);
  const { value: past = NOTHING_PAST } = useQueryOf('tension.past', { driveId: driveId! });
  const written = linesOf(entries, 'tension-basis').findLast((l) => l.body.belt === beltId)?.body ?? null;
  const basis = useMemo(() => written ?? fromEarlierJob(past, beltId), [written, past, beltId]);
  const outsideMm = beltId === job.beltId ? lastUsedBelt(job)?.outsideMm : undefined;
  const request = useMemo((): TensionRequest => {
    const { felt, marked } = pairsOf(past.readings, beltId);
    return {
      drive,
      beltId,
      readings: readings.map((r) => ({ reading: r.reading, without: r.without.map((b) => b.id) })),
      felt,
      marked,
      ...(outsideMm === undefined ? {} : { outsideMm }),
      ...(basis ? { basis: basisOf(basis) } : {}),
    };
  }, [drive, beltId, readings, past, outsideMm, basis]);
  const aged = useMemo(() => agedOf(past.readings, past.epochs, job.machineId, beltId), [past, job.machineId, beltId]);
  const before = placed
    .filter((r) => !r.current)
    .map((r) => ({ label: r.condition === 0 ? 'As found' : AFTER_WORDS, tensionN: r.tensionN }));
  return { readings, before, past, basis, request, aged };
}

/** The manual’s target that an earlier job on this drive entered. Its loads belong to that job. */
function fromEarlierJob(past: TensionPast, belt: string): TensionBasisWritten | null {
  const target = past.manual[belt];
  if (!target) return null;
  const { job: _job, ...manual } = target;
  return { belt, loads: [], ownTargetN: middleOf(manual), newBelt: false, manual };
}

/** Basis of the calculation. A manual with one value has no range. */
const basisOf = ({ ownTargetN, newBelt, manual }: TensionBasisWritten): TensionBasis => ({
  ownTargetN,
  newBelt,
  ownRangeN: manual && manual.to !== null ? manual.rangeN : null,
});

/** Ticket lines of the tension: readings with their sound, moved adjusters, and the advice to leave the setting. */
function useTensionLines({ job: { number }, at, commands, beltId }: TensionProps) {
  const { write, picture } = commands;
  return {
    take: async (read: ReadReading) => {
      const words = `Job ${number}: reading at ${read.where}`;
      const kept = await write(at, 'reading', entryOf(beltId, read), words, 'The reading is on the ticket.');
      if (kept && read.sound) {
        const sound = await fileData(new File([read.sound], 'tap.wav', { type: 'audio/wav' }));
        if (sound.ok) await picture(at, { shows: `Tap at ${read.where}`, about: aboutSound(read.where), data: sound.data });
      }
      return kept;
    },
    move: (change: Extract<Changed, { change: 'adjusted' }>) =>
      write(
        at,
        'changed',
        change,
        `Job ${number}: ${change.adjuster.label} moved`,
        'The new position is on the ticket. Measure the tension again.',
      ),
    leave: ({ because, hoursGained }: Decided) =>
      write(
        at,
        'tension-decided',
        {
          belt: beltId,
          act: 'leave',
          advised: 'leave',
          because: becauseWords(because),
          to: null,
          hoursGained,
          savedCents: null,
          reason: '',
        },
        settingLeft(number),
        'The decision is on the ticket.',
      ),
  };
}

/** Correct and present tension of the job's belt, with the belt used on it. */
export function Tension(props: TensionProps) {
  const { job, at, commands, writable, jobContext, drives, drive, beltId, asFound = false, reads = false } = props;
  const { entries } = job;
  const { replayed } = jobContext;
  const { readings, before, past, basis, request, aged } = useTensionOfJob(props);
  const lines = useTensionLines(props);
  const fallOf = ({ sheet, sprung }: Answered) => retensionOf(aged, sprung, sheet.band.floor);
  const decideOn = (answer: Answered) =>
    decide(askOf(answer, entries, replayed.replayed, jobContext.stopLimitS, fallOf(answer)?.lossN ?? null));
  const aligned = linesOf(entries, 'alignment').at(-1)?.body;
  const moved = writable && !asFound ? lines.move : null;
  const decisions = linesOf(entries, 'tension-decided').filter((l) => l.body.belt === beltId);
  const decidedAt = entries.findLastIndex((l) => l.type === 'tension-decided' && !l.withdrawn);
  // A decision on another setting is history.
  const leftAsIs = decisions.at(-1)?.body.act === 'leave' && replayed.conditionOf(decidedAt) === replayed.replayed.condition;
  const parts = { job, at, commands, writable, jobContext, drives, drive, beltId, basis, request };
  return (
    <TensionPanel
      request={request}
      readings={readings}
      reads={(answer) => {
        const { act } = decideOn(answer);
        return act === 'read-first' || (reads && readings.length === 0 && (act === 'leave' || act === 'adjust'));
      }}
      onTake={writable ? lines.take : null}
      lead={(answer, scale) => {
        const decided = decideOn(answer);
        return (
          <>
            <TensionAdvice
              {...{ drive, answer, scale, decided, before }}
              times={replayed.replayed.times}
              onLeave={writable && !asFound && !leftAsIs ? () => lines.leave(decided) : null}
              onMoved={moved}
            />
            {decided.act === 'align-first' && aligned && <AlignFirst drive={drive} aligned={aligned} onMoved={moved} />}
          </>
        );
      }}
      decision={(answer) => <TensionDecision {...parts} decided={decideOn(answer)} last={decisions.at(-1)?.body ?? null} />}
    >
      {(answer) => <LoadsAndHistory {...parts} answer={answer} past={past} aged={aged} fall={fallOf(answer)} />}
    </TensionPanel>
  );
}

type Answered = Extract<TensionAnswer, { ok: true }>;

/** Checks by which a belt, or an arm or slide, is found bad. */
const BELT_CHECKS: readonly CheckId[] = ['belt-surface', 'belt-flat', 'belt-width'];
const ARM_CHECKS: readonly CheckId[] = ['arm-travel', 'comes-back'];

/** Basis of the decision: the answer, and the findings and times on the ticket. */
function askOf(
  answer: Answered,
  entries: Job['entries'],
  replayed: ReplayedJob,
  stopLimitS: number | null,
  lossN: number | null,
): DecideAsk {
  const found = [...findingsOf(entries).values()];
  // Repaired findings and times before a change no longer count.
  const bad = (checks: readonly CheckId[]) => found.some((f) => f.result === 'bad' && f.status === 'open' && checks.includes(f.check));
  const { engage, stop: stopS } = replayed.times;
  return {
    band: { ...answer.sheet.band, target: answer.targetN },
    manualN: answer.manualN,
    settings: answer.settings,
    recommended: answer.recommended,
    present: answer.present,
    computedN: answer.sheet.tension,
    readN: answer.combined?.tensionN ?? null,
    engagementS: engage,
    brakeSeenOff: replayed.brake === 'off',
    stopTooLong: stopS !== null && stopLimitS !== null && stopS > stopLimitS,
    beltBad: bad(BELT_CHECKS),
    armStiff: bad(ARM_CHECKS),
    misaligned: replayed.alignment !== null && replayed.alignment.degrees > replayed.alignment.limit,
    lossN,
  };
}
