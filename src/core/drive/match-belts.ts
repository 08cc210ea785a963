import type { Section } from '../belt';
import { readCandidate, type Candidate } from './candidate';
import { compileDrive } from './compile';
import { assessBelt, assessSeating, hasLengthWindow, rankBelts, unlessHeldTooTight, type MatchedBelt } from './verdict';
import { newMatcher, type Matcher } from './matcher';
import type { Drive, Problem } from './schema';
import { windowSpread, type Uncertainty, type WindowSpread } from './uncertainty';
import { lengthWindow, type LengthWindow } from './window';

export interface MatchQuestion {
  readonly drive: Drive;
  /** The belt to be replaced; the first where none is named. */
  readonly beltId?: string | undefined;
  readonly candidates: readonly Candidate[];
  /** Uncertainty of the drive, if it was measured. */
  readonly uncertainty?: Uncertainty | null;
  /**
   * Assesses lengths even for a variable drive, with its radii as drawn. Skips the check whether a belt can be fitted
   * while the drive is held back.
   */
  readonly asDrawn?: boolean;
}

export interface BeltMatch {
  readonly matcher: Matcher;
  /** The groove that belts are to seat in. */
  readonly section: Section;
  readonly window: LengthWindow;
  /** Uncertainty of its ends. Null for a drive that was drawn. */
  readonly spread: WindowSpread | null;
  /** False for a variable drive: section, width and angle are judged, lengths are not. */
  readonly hasLengthWindow: boolean;
  /** Best first. In the input order if lengths are not assessed. */
  readonly belts: readonly MatchedBelt[];
  /** Candidates that could not be read, with why. */
  readonly unread: readonly { readonly id: string; readonly problem: string }[];
}

export type BeltMatchResult =
  { readonly ok: true; readonly match: BeltMatch } | { readonly ok: false; readonly problems: readonly Problem[] };

/** Results that depend on drive, belt and uncertainty only, not on the candidates. */
type Found = Pick<BeltMatch, 'matcher' | 'window' | 'spread'> & { readonly judged: Map<string, MatchedBelt> };
type FoundResult = { readonly ok: true; readonly found: Found } | { readonly ok: false; readonly problems: readonly Problem[] };

/** Number of drives with cached results: those that one screen switches between. */
const MOST_CACHED = 8;

/**
 * Creates a function that assesses belts. Results of the last drives are cached, so repeated requests are fast. Use one
 * per thread: a matcher serves one request at a time.
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
    for (const oldest of kept.keys()) if (kept.size > MOST_CACHED) kept.delete(oldest);
    return result;
  };
  return (question) => {
    const result = findOut(question);
    if (!result.ok) return result;
    const { matcher, window, spread, judged } = result.found;
    const lengths = question.asDrawn === true || hasLengthWindow(question.drive);
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
        if (!lengths) return assessSeating(matcher, candidate.id, read, candidate.toleranceMm);
        const belt = assessBelt(matcher, window, candidate.id, read, candidate.toleranceMm, spread ?? undefined);
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
        hasLengthWindow: lengths,
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
