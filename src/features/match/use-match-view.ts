'use client';

import { useEffect, useMemo, useRef, useState } from 'react';
import { withBeltSeatOffset, type Drive, type MatchedBelt, type Uncertainty } from '@/core/drive';
import { useMatch, usePose } from '@/client/solver';
import { useUnits } from '@/ui/units';
import type { MatchAnswer } from '@/services/solver';
import { askedFor, beltName, candidateOf, inGroups, inOrder, isExact, piecesOf, runsOn } from '@/services/candidates';
import type { SeatOffset } from './seat-offset-slider';
import { whySentence, type WhyContext } from './messages';
import type { ShelfBelt } from '@/contract/records';

export interface BeltChoice {
  readonly shelf: ShelfBelt;
  readonly matched: MatchedBelt;
  readonly exact: boolean;
  readonly insteadOf: string | null;
  /** How many of them it takes. */
  readonly pieces: number;
  /** Why, in words. */
  readonly why: string;
  readonly letsGo: boolean;
}

/** Drive and stock that are matched. */
export interface MatchSubject {
  readonly drive: Drive;
  readonly uncertainty: Uncertainty | null;
  readonly beltId: string;
  readonly shelf: readonly ShelfBelt[];
  /** The stock is not loaded yet, so no statement about it is shown. */
  readonly loading: boolean;
  readonly onChoice: (choice: BeltChoice | null) => void;
}

const UNWORN: SeatOffset = { mm: 0 };
const NO_WINDOW: MatchAnswer['window'] = { shortestMm: null, longestMm: null, releaseMinMm: null, gripMaxMm: null, intervals: [] };

/** Everything that the parts of Match show: the answer, the belts in order and in groups, the chosen one, and the drive with it. */
export function useMatchView({ drive, uncertainty, beltId, shelf, loading, onChoice }: MatchSubject) {
  const [lever, setLever] = useState(1);
  const [picked, setPicked] = useState<string | null>(null);
  const [sunk, setSunk] = useState<SeatOffset>(UNWORN);

  const candidates = useMemo(() => shelf.map(candidateOf), [shelf]);
  const request = useMemo(() => ({ drive, beltId, candidates, uncertainty, sunk }), [drive, beltId, candidates, uncertainty, sunk]);
  const { answer: result, pending, failed, again } = useMatch(request);
  const match = result?.ok ? result.answer : null;
  const stock = useMemo(() => new Map(shelf.map((b) => [String(b.id), b])), [shelf]);
  const ordered = useMemo(
    () =>
      match
        ? inOrder(
            drive,
            beltId,
            match.belts.filter((b) => stock.has(b.id)),
            (id) => stock.get(id)?.quantity ?? 0,
          )
        : [],
    [match, drive, beltId, stock],
  );
  const chosen = ordered.find((b) => b.id === picked) ?? ordered.find(runsOn) ?? null;
  // An answer for an earlier stock, or for none, does not apply to these belts.
  const awaited = loading || (pending && ordered.length === 0 && shelf.length > 0);
  const context = useMemo(
    (): WhyContext | null => (match ? { drive, beltId, window: match.window, asksForRelease: match.asksForRelease } : null),
    [match, drive, beltId],
  );
  const pose = usePoseWith({ drive, beltId, sunk, lever, outsideMm: chosen?.outsideMm });
  useReportedChoice({ drive, beltId, chosen, stock, context, onChoice });
  return {
    drive,
    beltId,
    uncertainty,
    shelf,
    problems: result && !result.ok ? result.problems : null,
    match,
    pending,
    failed,
    again,
    awaited,
    /** The verdicts on the belts in stock are complete. */
    judged: match !== null && !awaited && shelf.length > 0,
    stock,
    ordered,
    groups: inGroups(ordered, match?.window ?? NO_WINDOW, match?.rescues ?? {}),
    chosen,
    exact: chosen ? isExact(drive, beltId, chosen, stock.get(chosen.id)?.quantity) : false,
    context,
    pose,
    beltIndex: drive.belts.findIndex((b) => b.id === beltId),
    nameOf: (b: MatchedBelt) => beltName(stock.get(b.id)!),
    lever,
    setLever,
    setPicked,
    sunk,
    setSunk,
  };
}
export type MatchView = ReturnType<typeof useMatchView>;

/** Pose of the drive with the chosen belt, worn as set. */
function usePoseWith({
  drive,
  beltId,
  sunk,
  lever,
  outsideMm,
}: {
  readonly drive: Drive;
  readonly beltId: string;
  readonly sunk: SeatOffset;
  readonly lever: number;
  readonly outsideMm: number | undefined;
}) {
  const worn = useMemo(() => withBeltSeatOffset(drive, beltId, sunk.mm, sunk.pulley), [drive, beltId, sunk]);
  const request = useMemo(
    () => ({ drive: worn, lever, ...(outsideMm === undefined ? {} : { outsideMm: { [beltId]: outsideMm } }) }),
    [worn, lever, outsideMm, beltId],
  );
  const { answer } = usePose(request);
  return answer?.ok ? answer.answer : null;
}

/** Reports the chosen belt with its reasons whenever it changes. */
function useReportedChoice({
  drive,
  beltId,
  chosen,
  stock,
  context,
  onChoice,
}: Pick<MatchSubject, 'drive' | 'beltId' | 'onChoice'> & {
  readonly chosen: MatchedBelt | null;
  readonly stock: ReadonlyMap<string, ShelfBelt>;
  readonly context: WhyContext | null;
}) {
  const units = useUnits();
  const report = useRef(onChoice);
  useEffect(() => {
    report.current = onChoice;
  });
  useEffect(() => {
    const belt = chosen && stock.get(chosen.id);
    report.current(
      belt && context
        ? {
            shelf: belt,
            matched: chosen,
            exact: isExact(drive, beltId, chosen, belt.quantity),
            insteadOf: askedFor(drive, beltId, units),
            pieces: piecesOf(drive, beltId, chosen),
            why: whySentence(chosen, units, context),
            letsGo: context.asksForRelease,
          }
        : null,
    );
  }, [chosen, stock, drive, beltId, units, context]);
}
