'use client';

import { useUnits } from '@/ui/units';
import type { MatchAnswer } from '@/services/solver';

/** Between which lengths the drive works, in one sentence, and whether the drive was only drawn. */
export function WindowSentence({ match }: { match: MatchAnswer }) {
  return (
    <>
      <Lengths match={match} />
      {match.spread === null && match.hasLengthWindow && ' All figures are as drawn, not measured on this machine.'}
    </>
  );
}

function Lengths({ match }: { match: MatchAnswer }) {
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
  if (!match.hasLengthWindow) return <>Stock belts are judged by section, width and angle. “Try a belt” shows ratios and idle slack.</>;
  if (window.shortestMm !== null && window.longestMm !== null) {
    if (!asksForRelease && Number.isFinite(window.shortestMm) && Number.isFinite(window.longestMm))
      return (
        <>
          This belt is always tight. Belts with an outside length of {strong(window.shortestMm)} to {strong(window.longestMm)} fit and grip.
        </>
      );
    if (!asksForRelease)
      return Number.isFinite(window.longestMm) ? (
        <>This belt is always tight. Belts with an outside length of at most {strong(window.longestMm)} grip.</>
      ) : (
        <>This belt is always tight, and grips at every length tried.</>
      );
    if (Number.isFinite(window.shortestMm) && Number.isFinite(window.longestMm)) {
      return (
        <>
          Belts with an outside length of {strong(window.shortestMm)} to {strong(window.longestMm)} release and grip.
          {overCentre ? ' The lever latches over centre.' : ''}
        </>
      );
    }
    return Number.isFinite(window.shortestMm) ? (
      <>Belts with an outside length of at least {strong(window.shortestMm)} release.</>
    ) : (
      <>Belts with an outside length of at most {strong(window.longestMm)} grip.</>
    );
  }
  if (window.releaseMinMm === null)
    return asksForRelease ? (
      <>No belt length works at this setting. The brake stays off or drags, or the belt does not go slack.</>
    ) : (
      <>No belt length fits without overloading a bearing.</>
    );
  if (window.gripMaxMm === null) return <>No belt length grips at this setting.</>;
  return (
    <>
      No length does both: a belt {asksForRelease ? 'releases' : 'fits'} from {strong(window.releaseMinMm)}, but grips only to{' '}
      {strong(window.gripMaxMm)}.
    </>
  );
}
