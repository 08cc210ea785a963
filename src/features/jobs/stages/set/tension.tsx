'use client';

import { useMemo } from 'react';
import type { Drive } from '@/core/drive';
import { findingsOf, linesOf, type Changed, type ReplayedJob } from '@/core/job';
import type { CheckId } from '@/core/fault';
import { agedOf, decide, pairsOf, retensionOf, type DecideAsk } from '@/core/tension';
import type { TensionAnswer, TensionRequest } from '@/services/tension';
import { AlignFirst } from '../../../alignment/align-first';
import { TensionPanel } from '../../../tension/tension-panel';
import { becauseWords } from '../../../tension/messages';
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
import type { Job } from '@/contract/records';

const NOTHING_PAST = { readings: [], epochs: [] } as const;

/** Correct and present tension of the job's belt, with the belt used on it. */
export function Tension({
  job,
  at,
  commands,
  writable,
  jobContext,
  drives,
  drive,
  beltId,
  asFound = false,
  reads = false,
}: StageProps & {
  drive: Drive;
  beltId: string;
  /** It is measured as found: nothing is moved yet. */
  asFound?: boolean;
  /** A reading is what comes now. */
  reads?: boolean;
}) {
  const { entries, driveId, number } = job;
  const { replayed } = jobContext;
  const placed = useMemo(() => placedReadings(entries, replayed, beltId), [entries, replayed, beltId]);
  const readings = useMemo(() => placed.filter((r) => r.current), [placed]);
  const before = placed
    .filter((r) => !r.current)
    .map((r) => ({
      label:
        r.condition === 0
          ? 'As found'
          : `${CONDITION_WORDS['after-adjusting'][0]!.toUpperCase()}${CONDITION_WORDS['after-adjusting'].slice(1)}`,
      tensionN: r.tensionN,
    }));
  const { value: past = NOTHING_PAST } = useQueryOf('tension.past', { driveId: driveId! });
  const basis = linesOf(entries, 'tension-basis').findLast((l) => l.body.belt === beltId)?.body ?? null;
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
      ...(basis
        ? {
            basis: { ownTargetN: basis.ownTargetN, newBelt: basis.newBelt },
          }
        : {}),
    };
  }, [drive, beltId, readings, past, outsideMm, basis]);
  const { write } = commands;
  const aged = useMemo(() => agedOf(past.readings, past.epochs, job.machineId, beltId), [past, job.machineId, beltId]);
  const fallOf = ({ sheet, sprung }: Answered) => retensionOf(aged, sprung, sheet.band.floor);
  const decideOn = (answer: Answered) =>
    decide(askOf(answer, entries, replayed.replayed, jobContext.stopLimitS, fallOf(answer)?.lossN ?? null));
  const aligned = linesOf(entries, 'alignment').at(-1)?.body;
  const moved =
    writable && !asFound
      ? (change: Extract<Changed, { change: 'adjusted' }>) =>
          write(
            at,
            'changed',
            change,
            `Job ${number}: ${change.adjuster.label} moved`,
            'The new position is on the ticket. Measure the tension again.',
          )
      : null;
  const decisions = linesOf(entries, 'tension-decided').filter((l) => l.body.belt === beltId);
  const decidedAt = entries.findLastIndex((l) => l.type === 'tension-decided' && !l.withdrawn);
  // A decision on another setting is history.
  const leftAsIs = decisions.at(-1)?.body.act === 'leave' && replayed.conditionOf(decidedAt) === replayed.replayed.condition;
  const leave = (answer: Answered) => {
    const { because, hoursGained } = decideOn(answer);
    return write(
      at,
      'tension-decided',
      { belt: beltId, act: 'leave', advised: 'leave', because: becauseWords(because), to: null, hoursGained, savedCents: null, reason: '' },
      settingLeft(number),
      'The decision is on the ticket.',
    );
  };
  const parts = { job, at, commands, writable, jobContext, drives, drive, beltId, basis };
  return (
    <TensionPanel
      request={request}
      readings={readings}
      reads={(answer) => {
        const { act } = decideOn(answer);
        return act === 'read-first' || (reads && readings.length === 0 && (act === 'leave' || act === 'adjust'));
      }}
      onTake={
        writable
          ? async (read) => {
              const kept = await write(
                at,
                'reading',
                entryOf(beltId, read),
                `Job ${number}: reading at ${read.where}`,
                'The reading is on the ticket.',
              );
              if (kept && read.sound) {
                const sound = await fileData(new File([read.sound], 'tap.wav', { type: 'audio/wav' }));
                if (sound.ok)
                  await commands.picture(at, { shows: `Tap at ${read.where}`, about: aboutSound(read.where), data: sound.data });
              }
              return kept;
            }
          : null
      }
      lead={(answer, scale) => (
        <>
          <TensionAdvice
            drive={drive}
            answer={answer}
            scale={scale}
            decided={decideOn(answer)}
            before={before}
            times={replayed.replayed.times}
            onLeave={writable && !asFound && !leftAsIs ? () => leave(answer) : null}
            onMoved={moved}
          />
          {decideOn(answer).act === 'align-first' && aligned && <AlignFirst drive={drive} aligned={aligned} onMoved={moved} />}
        </>
      )}
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
