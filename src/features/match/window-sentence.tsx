'use client';

import { useUnits } from '@/ui/units';
import type { MatchAnswer } from '@/workers/solver-service';

/** Between which lengths the drive works, in one sentence. */
export function WindowSentence({ match }: { match: MatchAnswer }) {
  const { show } = useUnits();
  const { window, spread, asksForRelease, overCentre } = match;
  const strong = (mm: number) => {
    const sd = mm === window.shortestMm ? spread?.shortestSd : mm === window.longestMm ? spread?.longestSd : null;
    return (
      <>
        <strong style={{ color: 'var(--ts-ink)', whiteSpace: 'nowrap' }}>{show(mm, 'length')}</strong>
        {typeof sd === 'number' ? ` ± ${show(2 * sd, 'length', 1)}` : ''}
      </>
    );
  };
  if (!match.judgesLength)
    return (
      <>
        A variable drive: on the shelf section, width and angle are judged. What another length or width does to its ratios and idle slack
        is told under Try a belt.
      </>
    );
  if (window.shortestMm !== null && window.longestMm !== null) {
    if (!asksForRelease && Number.isFinite(window.shortestMm) && Number.isFinite(window.longestMm))
      return (
        <>
          This belt is tight for life; it can be got on, and holds, between {strong(window.shortestMm)} and {strong(window.longestMm)}{' '}
          outside length.
        </>
      );
    if (!asksForRelease)
      return Number.isFinite(window.longestMm) ? (
        <>This belt is tight for life; it holds up to {strong(window.longestMm)} outside length.</>
      ) : (
        <>This belt is tight for life and holds at any length tried.</>
      );
    if (Number.isFinite(window.shortestMm) && Number.isFinite(window.longestMm)) {
      return (
        <>
          This drive lets go and grips between {strong(window.shortestMm)} and {strong(window.longestMm)} outside length
          {overCentre ? '; the lever latches over centre' : ''}.
        </>
      );
    }
    return Number.isFinite(window.shortestMm) ? (
      <>It lets go from {strong(window.shortestMm)} on.</>
    ) : (
      <>It grips up to {strong(window.longestMm)}.</>
    );
  }
  if (window.letsGoFromMm === null)
    return asksForRelease ? (
      <>At no length does it let go as it is set: a brake stays off, stays on while driving, or the belt is held.</>
    ) : (
      <>At no length can it be got on without overloading a bearing.</>
    );
  if (window.gripsToMm === null) return <>At no length does it grip as it is set.</>;
  return (
    <>
      No length does both: it {asksForRelease ? 'lets go' : 'can be got on'} from {strong(window.letsGoFromMm)} and grips only to{' '}
      {strong(window.gripsToMm)}.
    </>
  );
}
