import { convertLength, decodeDesignation, outsideLengthOf } from '../belt';
import { sectionOf, type Problem, type Uncertainty } from '../drive';
import { buildDrive, uncertaintyOf, type Built } from './build';
import { closingCheck, type ClosingCheck } from './closing';
import { bareDrive, surveyOf, type Notebook } from './notebook';
import { solveSurvey, type SurveyAnswer, type SurveyedPlace } from './solve';

/** What a notebook says so far. */
export interface Look {
  readonly answer: Omit<SurveyAnswer, 'errors' | 'drawn'>;
  /** Where to draw every place: solved where it is fixed, as sketched where not. */
  readonly layout: readonly { readonly id: string; readonly x: number; readonly y: number; readonly fixed: boolean }[];
  readonly built: Built;
  readonly uncertainty: Uncertainty | null;
  readonly closing: readonly { readonly belt: string; readonly check: ClosingCheck }[];
}

export type LookResult = { readonly ok: true; readonly look: Look } | { readonly ok: false; readonly problems: readonly Problem[] };

/** Making tolerance of a belt by number: ±(3 mm + 0.2 %) is taken as three deviations. A wrapped tape and a rolled mark, mm. */
const WRAP_SD_MM = 4;
const ROLLED_SD_MM = 2;

/** Solves a notebook, turns the answer the way the sketch lies, and builds what can be built. */
export function lookAt(notebook: Notebook): LookResult {
  const read = surveyOf(notebook);
  if (!read.ok) return read;
  const answer = asSketched(solveSurvey(read.survey), notebook);
  const built = buildDrive(notebook, answer);
  const uncertainty = built.drive ? uncertaintyOf(notebook, answer, built.drive) : null;
  const sketches = new Map([...notebook.pulleys, ...notebook.points].map((p) => [p.id, p.sketch]));
  const { errors: _errors, drawn: _drawn, ...rest } = answer;
  return {
    ok: true,
    look: {
      answer: rest,
      built,
      uncertainty,
      closing: closings(notebook, answer),
      layout: [...answer.pulleys, ...answer.points].map((p) =>
        p.x === null || p.y === null ? { id: p.id, ...sketches.get(p.id)!, fixed: false } : { id: p.id, x: p.x, y: p.y, fixed: true },
      ),
    },
  };
}

function closings(notebook: Notebook, answer: SurveyAnswer): Look['closing'] {
  return bareDrive(notebook).belts.flatMap((belt, k) => {
    const { now } = notebook.belts[k]!;
    const path = answer.belts[k]!;
    if (path.pitchLength === null || path.sd === null || now.by === 'unknown') return [];
    const section = sectionOf(belt);
    let beltMm: number | null = null;
    let beltSd = now.by === 'rolled' ? ROLLED_SD_MM : WRAP_SD_MM;
    if (now.by === 'number') {
      const decoded = decodeDesignation(now.designation);
      if (!decoded.ok) return [];
      beltMm = decoded.belt.pitchLength ?? convertLength(outsideLengthOf(decoded.belt, section), 'outside', 'pitch', section);
      beltSd = (3 + 0.002 * beltMm) / 3;
    } else if (now.outsideMm !== null) beltMm = convertLength(now.outsideMm, 'outside', 'pitch', section);
    if (beltMm === null) return [];
    const slopes = answer.lengthSlopes.find((s) => s.belt === belt.id)!.slopes;
    return [{ belt: belt.id, check: closingCheck({ pathMm: path.pitchLength, pathSd: path.sd, beltMm, beltSd, taut: now.taut, slopes }) }];
  });
}

/**
 * The answer turned and shifted, never mirrored, to lie over the sketch as nearly as it can: the plane Procrustes problem over the places that are
 * fixed (Schönemann and Carroll 1970). With fewer than two, as it was.
 */
function asSketched(answer: SurveyAnswer, notebook: Notebook): SurveyAnswer {
  const sketches = new Map([...notebook.pulleys, ...notebook.points].map((p) => [p.id, p.sketch]));
  const pairs = [...answer.pulleys, ...answer.points].flatMap((p) =>
    p.x === null || p.y === null ? [] : [{ x: p.x, y: p.y, to: sketches.get(p.id)! }],
  );
  if (pairs.length < 2) return answer;
  const mean = (of: (p: (typeof pairs)[number]) => number) => pairs.reduce((sum, p) => sum + of(p), 0) / pairs.length;
  const [mx, my, sx, sy] = [mean((p) => p.x), mean((p) => p.y), mean((p) => p.to.x), mean((p) => p.to.y)];
  let [same, cross] = [0, 0];
  for (const p of pairs) {
    same += (p.x - mx) * (p.to.x - sx) + (p.y - my) * (p.to.y - sy);
    cross += (p.x - mx) * (p.to.y - sy) - (p.y - my) * (p.to.x - sx);
  }
  const turn = Math.atan2(cross, same);
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const place = (p: SurveyedPlace): SurveyedPlace =>
    p.x === null || p.y === null ? p : { ...p, x: sx + cos * (p.x - mx) - sin * (p.y - my), y: sy + sin * (p.x - mx) + cos * (p.y - my) };
  return {
    ...answer,
    pulleys: answer.pulleys.map(place),
    points: answer.points.map(place),
    errors: answer.errors.map((e) => ({
      ...e,
      shift: e.shift.map((_, k) => (k % 2 === 0 ? cos * e.shift[k]! - sin * e.shift[k + 1]! : sin * e.shift[k - 1]! + cos * e.shift[k]!)),
    })),
  };
}
