'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Skeleton from '@mui/material/Skeleton';
import Typography from '@mui/material/Typography';
import { useMemo, useState, type ReactNode } from 'react';
import { setsTension } from '@/core/tension';
import { askTension, useTension } from '@/client/solver';
import type { TensionAnswer, TensionRequest } from '@/services/tension';
import { Fold, Folds } from '@/ui/fold';
import { BandWords, SharedTensioner, TensionScale } from './band';
import type { StoredReading, ReadReading } from './stored-reading';
import { MountingNote } from './mounting';
import { ReadingForm } from './reading-form';
import { ReadingsList } from './readings-list';
import { Release } from './release';
import { SettingTable } from './setting-table';
import { Signs } from './signs';
import { readingNotPossible, tensionNotCalculated } from './messages';

export type TensionAsked = Omit<TensionRequest, 'readings'>;
type Answered = Extract<TensionAnswer, { ok: true }>;

interface TensionPanelProps {
  /** As one value: a new object starts a new request. */
  readonly request: TensionRequest;
  /** Readings of the request, as stored. */
  readonly readings: readonly StoredReading[];
  /** Null where nothing may be written. */
  readonly onTake: ((read: ReadReading) => Promise<boolean>) | null;
  /** True if a reading is due by the answer. Its form is then open. */
  readonly reads?: (answer: Answered) => boolean;
  /** The advice, with the tension scale in it, above everything else. */
  readonly lead?: (answer: Answered, scale: ReactNode) => ReactNode;
  /** Decision from the answer. */
  readonly decision?: (answer: Answered) => ReactNode;
  /** Consequences of the answer. */
  readonly children?: (answer: Answered) => ReactNode;
}

/** Tension of one belt: its range, every setting with its release, and the readings. */
export function TensionPanel(props: TensionPanelProps) {
  const { request, readings } = props;
  const { answer: latest, of, failed, again } = useTension(request);
  const { answer, shown } = useMemo(() => matched(latest, of, readings), [latest, of, readings]);
  if (failed)
    return (
      <Alert severity="warning" variant="outlined" sx={{ my: 2 }} action={<Button onClick={again}>Calculate again</Button>}>
        The tension could not be calculated.
      </Alert>
    );
  if (!answer) return <Skeleton variant="rounded" height={220} sx={{ my: 2 }} />;
  if (!answer.ok)
    return (
      <Alert severity="warning" variant="outlined" sx={{ my: 2 }}>
        {tensionNotCalculated(answer.problem)}
      </Alert>
    );
  return <Answers {...props} answer={answer} shown={shown} />;
}

type AnswerProps = TensionPanelProps & { readonly answer: Answered; readonly shown: readonly StoredReading[] };

/** Calculates the tension of a reading and passes both on. `problem` is the reason against an impossible reading. */
function useTake({ request, onTake, answer }: AnswerProps) {
  const [problem, setProblem] = useState('');
  const take = async (kept: StoredReading) => {
    const asked = { reading: kept.reading, without: kept.without.map((b) => b.id) };
    const read = await askTension({ ...request, readings: [asked] }).catch(() => null);
    const one = read?.ok ? read.readings[0] : undefined;
    const wrong = read && !read.ok ? read.problem : one && !one.ok ? one.problem : null;
    setProblem(wrong !== null ? readingNotPossible(wrong) : one ? '' : 'The reading could not be calculated. Save it again.');
    return one?.ok === true && onTake !== null && onTake({ ...kept, state: answer.sheet.state, tensionN: one.tensionN, sdN: one.sdN });
  };
  return { problem, take };
}

function Answers(props: AnswerProps) {
  const { request, onTake, reads = () => false, lead, children, answer, shown } = props;
  const { drive, beltId } = request;
  const { problem, take } = useTake(props);
  const readingDue = reads(answer);
  const scale = <TensionScale answer={answer} readings={shown} />;
  const rest = <Rest {...props} readingDue={readingDue} />;
  return (
    <>
      <Box component="section" aria-label="Tension" sx={{ my: lead ? 0 : 2, maxWidth: 860 }}>
        {!lead && (
          <Typography variant="h2" sx={{ mb: 1 }}>
            Tension of {drive.belts.find((b) => b.id === beltId)?.label ?? 'the belt'}
          </Typography>
        )}
        {lead ? lead(answer, scale) : scale}
        {!lead && <BandWords drive={drive} answer={answer} />}
        <SharedTensioner drive={drive} answer={answer} />
        {onTake && answer.sheet.spans.length > 0 && (
          <Part folded={lead !== undefined && !readingDue} title="Take a reading" says="tap, push, spring length or marks">
            <ReadingForm drive={drive} answer={answer} problem={problem} onTake={take} />
          </Part>
        )}
        {lead ? <Folds>{rest}</Folds> : rest}
      </Box>
      {!lead && children?.(answer)}
    </>
  );
}

/** Readings, settings, signs and the decision. Folded below an advice. */
function Rest({ request, lead, decision, children, answer, shown, readingDue }: AnswerProps & { readingDue: boolean }) {
  const { drive } = request;
  return (
    <>
      {shown.length > 0 && (
        <Part folded={lead !== undefined} title="Readings" says={answer.combined ? `${shown.length} in this condition` : ''}>
          <ReadingsList answer={answer} readings={shown} />
        </Part>
      )}
      <Part folded={lead !== undefined} title="Settings and release side">
        {lead && <BandWords drive={drive} answer={answer} />}
        <SettingTables drive={drive} answer={answer} />
        {answer.mounting && <MountingNote mounting={answer.mounting} />}
        {answer.clutchBrakes && <Release request={request} />}
      </Part>
      {!lead && <Signs drive={drive} answer={answer} />}
      {!readingDue && decision?.(answer)}
      {lead && (
        <Fold title="Signs, loads and history">
          <Fold title="Signs at the target" says="what each span and spring shows">
            <Signs drive={drive} answer={answer} />
          </Fold>
          {children?.(answer)}
        </Fold>
      )}
    </>
  );
}

function SettingTables({ drive, answer }: { drive: TensionRequest['drive']; answer: Answered }) {
  const { settings, recommended, recommendedRows, sheet, asTightAt, eccentrics, targetN } = answer;
  return drive.adjusters.map((a) => {
    const rows = settings.filter((s) => s.adjuster === a.id);
    if (!setsTension(rows)) return null;
    const i = recommended.findIndex((r) => r.adjuster === a.id);
    return (
      <SettingTable
        key={a.id}
        drive={drive}
        adjuster={a}
        rows={rows}
        recommended={i < 0 ? null : { advice: recommended[i]!, row: recommendedRows[i]! }}
        asTightAt={asTightAt[a.id] ?? []}
        eccentric={eccentrics[a.id] ?? null}
        band={{ ...sheet.band, target: targetN }}
      />
    );
  });
}

/** A part of the panel, folded where an advice comes first. */
function Part({ folded, title, says = '', children }: { folded: boolean; title: string; says?: string; children: ReactNode }) {
  return folded ? (
    <Fold title={title} says={says}>
      {children}
    </Fold>
  ) : (
    <>{children}</>
  );
}

/**
 * An answer with its readings. It lags behind the request: a reading struck out since is omitted, and an added one is
 * not in it yet.
 */
function matched(
  answer: TensionAnswer | null,
  of: TensionRequest | null,
  readings: readonly StoredReading[],
): { readonly answer: TensionAnswer | null; readonly shown: readonly StoredReading[] } {
  if (!answer?.ok || of === null) return { answer, shown: [] };
  const left = [...readings];
  const pairs = of.readings.flatMap((asked, i) => {
    const same = (kept: StoredReading) =>
      JSON.stringify([kept.reading, kept.without.map((b) => b.id)]) === JSON.stringify([asked.reading, asked.without]);
    const at = left.findIndex(same);
    const amount = answer.readings[i];
    return at < 0 || !amount ? [] : [{ amount, kept: left.splice(at, 1)[0]! }];
  });
  return { answer: { ...answer, readings: pairs.map((p) => p.amount) }, shown: pairs.map((p) => p.kept) };
}
