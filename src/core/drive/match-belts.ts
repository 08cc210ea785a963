import type { Section } from '../belt';
import { readCandidate, type Candidate } from './candidate';
import { compileDrive } from './compile';
import { judgeBelt, judgeSeating, judgesLength, rankBelts, unlessHeldTooTight, type MatchedBelt } from './judge';
import { newMatcher, type Matcher } from './matcher';
import type { Drive, Problem } from './schema';
import { windowSpread, type Uncertainty, type WindowSpread } from './uncertainty';
import { lengthWindow, type LengthWindow } from './window';

export interface MatchQuestion {
  readonly drive: Drive;
  /** The belt to be replaced; the first where none is named. */
  readonly beltId?: string | undefined;
  readonly candidates: readonly Candidate[];
  /** How well the drive's numbers are known, where it was measured. */
  readonly uncertainty?: Uncertainty | null;
  /** Judges lengths even of a variable drive, as if its radii were as drawn, and does not ask whether a belt can be fitted while the drive is held back. */
  readonly asDrawn?: boolean;
}

export interface BeltMatch {
  readonly matcher: Matcher;
  /** The groove that belts are to seat in. */
  readonly section: Section;
  readonly window: LengthWindow;
  /** How closely its ends are known; null for a drive that was drawn. */
  readonly spread: WindowSpread | null;
  /** False for a variable drive: section, width and angle are judged, lengths are not. */
  readonly judgesLength: boolean;
  /** Best first; in the order given where lengths are not judged. */
  readonly belts: readonly MatchedBelt[];
  /** Candidates that could not be read, with why. */
  readonly unread: readonly { readonly id: string; readonly problem: string }[];
}

export type BeltMatchResult =
  { readonly ok: true; readonly match: BeltMatch } | { readonly ok: false; readonly problems: readonly Problem[] };

/** What is found of one drive, belt and uncertainty, whatever the candidates. */
type Found = Pick<BeltMatch, 'matcher' | 'window' | 'spread'> & { readonly judged: Map<string, MatchedBelt> };
type FoundResult = { readonly ok: true; readonly found: Found } | { readonly ok: false; readonly problems: readonly Problem[] };

/** Drives of which what was found is kept: those that one screen turns between. */
const MOST_KEPT = 8;

/**
 * Makes the judging of belts. What is found of a drive is kept as long as it is one of the last asked about, so that the same drive with other
 * belts, or the same belts again, is answered at once. One for each thread: a matcher is worked with by one question at a time.
 */
export function newBeltMatching(): (question: MatchQuestion) => BeltMatchResult {
  const kept = new Map<string, FoundResult>();
  const findOut = ({ drive, beltId, uncertainty }: MatchQuestion): FoundResult => {
    const key = JSON.stringify([beltId, drive, uncertainty ?? null]);
    const before = kept.get(key);
    if (before) {
      kept.delete(key);
      kept.set(key, before);
      return before;
    }
    const result = lookInto(drive, beltId, uncertainty ?? null);
    kept.set(key, result);
    for (const oldest of kept.keys()) if (kept.size > MOST_KEPT) kept.delete(oldest);
    return result;
  };
  return (question) => {
    const result = findOut(question);
    if (!result.ok) return result;
    const { matcher, window, spread, judged } = result.found;
    const lengths = question.asDrawn === true || judgesLength(question.drive);
    const belts: MatchedBelt[] = [];
    const unread: { id: string; problem: string }[] = [];
    for (const candidate of question.candidates) {
      const read = readCandidate(candidate, matcher.section);
      if (!read.ok) {
        unread.push({ id: candidate.id, problem: read.problem });
        continue;
      }
      // One that is like another in size, number and tolerance takes its answer.
      const key = `${read.section.name}/${read.count}/${read.outsideMm}/${candidate.toleranceMm ?? ''}/${lengths}/${question.asDrawn ?? false}`;
      const judge = () => {
        if (!lengths) return judgeSeating(matcher, candidate.id, read, candidate.toleranceMm);
        const belt = judgeBelt(matcher, window, candidate.id, read, candidate.toleranceMm, spread ?? undefined);
        return question.asDrawn === true ? belt : unlessHeldTooTight(matcher, belt);
      };
      const like = judged.get(key) ?? judge();
      judged.set(key, like);
      belts.push({ ...like, id: candidate.id, designation: read.designation });
    }
    return {
      ok: true,
      match: {
        matcher,
        section: matcher.section,
        window,
        spread,
        judgesLength: lengths,
        belts: lengths ? rankBelts(belts, window) : belts,
        unread,
      },
    };
  };
}

function lookInto(drive: Drive, beltId: string | undefined, uncertainty: Uncertainty | null): FoundResult {
  const made = compileDrive(drive);
  if (!made.ok) return made;
  const matcher = newMatcher(made.compiled, beltId);
  if (!matcher) {
    const names = drive.belts.map((b) => `“${b.id}”`).join(', ');
    const message =
      beltId === undefined ? 'the drive has no belt' : `there is no belt “${beltId}”${names === '' ? '' : `; it has ${names}`}`;
    return { ok: false, problems: [{ path: 'belts', message }] };
  }
  const window = lengthWindow(matcher);
  const spread = uncertainty ? windowSpread(drive, drive.belts[matcher.belt]?.id ?? '', window, uncertainty) : null;
  return { ok: true, found: { matcher, window, spread, judged: new Map() } };
}
