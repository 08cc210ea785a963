import { convertLength, decodeDesignation, outsideLengthOf } from '../belt';
import { sectionOf, type Problem, type Uncertainty } from '../drive';
import { buildDrive, uncertaintyOf } from './build';
import type { Built } from './finding';
import { closingCheck, type ClosingCheck } from './closing';
import { bareDrive, surveyOf, type Notebook } from './notebook';
import { compareLayouts } from './candidate-layouts';
import type { Side } from './schema';
import { solveSurvey } from './solve-survey';
import type { SurveyAnswer, SurveyedPlace } from './answer';

/** Current result of a notebook. */
export interface NotebookSolution {
  readonly answer: Omit<SurveyAnswer, 'errors' | 'drawn' | 'images'>;
  /** Where to draw every place: solved where it is fixed, as sketched where not. */
  readonly layout: readonly { readonly id: string; readonly x: number; readonly y: number; readonly fixed: boolean }[];
  /** Candidate layouts, if there are two to four, nearest to the sketch first, with the sides that select each. */
  readonly images: readonly {
    readonly layout: readonly { readonly id: string; readonly x: number; readonly y: number }[];
    readonly sides: readonly Side[];
    /** Difference from the first layout: reflected as a whole, and places that still differ. */
    readonly turnedOver: boolean;
    readonly moved: readonly string[];
  }[];
  readonly built: Built;
  readonly uncertainty: Uncertainty | null;
  readonly closing: readonly { readonly belt: string; readonly check: ClosingCheck }[];
}

export type NotebookSolutionResult =
  { readonly ok: true; readonly look: NotebookSolution } | { readonly ok: false; readonly problems: readonly Problem[] };

/**
 * Manufacturing tolerance of a belt by number: ±(3 mm + 0.2%) is taken as three deviations. A wrapped tape and a rolled
 * mark, mm.
 */
const WRAP_SD_MM = 4;
const ROLLED_SD_MM = 2;

/** Solves a notebook, rotates the answer to the sketch, and builds what can be built. */
export function solveNotebook(notebook: Notebook): NotebookSolutionResult {
  const read = surveyOf(notebook);
  if (!read.ok) return read;
  const answer = asSketched(solveSurvey(read.survey), notebook);
  const built = buildDrive(notebook, answer);
  const uncertainty = built.drive ? uncertaintyOf(notebook, answer, built.drive) : null;
  const sketches = sketchesOf(notebook);
  const { errors: _errors, drawn: _drawn, images: _images, ...rest } = answer;
  return {
    ok: true,
    look: {
      answer: rest,
      images: pictures(answer, notebook),
      built,
      uncertainty,
      closing: closings(notebook, answer),
      layout: [...answer.pulleys, ...answer.points].map((p) =>
        p.x === null || p.y === null ? { id: p.id, ...sketches.get(p.id)!, fixed: false } : { id: p.id, x: p.x, y: p.y, fixed: true },
      ),
    },
  };
}

function closings(notebook: Notebook, answer: SurveyAnswer): NotebookSolution['closing'] {
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
 * Rotation and shift, without reflection, that best match the sketch: the plane Procrustes problem over the determined
 * places (Schönemann and Carroll 1970). Null with fewer than two.
 */
function towardsSketch(
  notebook: Notebook,
  places: readonly { readonly id: string; readonly x: number | null; readonly y: number | null }[],
): { turn: number; place: (x: number, y: number) => { x: number; y: number } } | null {
  const sketches = sketchesOf(notebook);
  const pairs = places.flatMap((p) => (p.x === null || p.y === null ? [] : [{ x: p.x, y: p.y, to: sketches.get(p.id)! }]));
  if (pairs.length < 2) return null;
  const mean = (of: (p: (typeof pairs)[number]) => number) => pairs.reduce((sum, p) => sum + of(p), 0) / pairs.length;
  const [mx, my, sx, sy] = [mean((p) => p.x), mean((p) => p.y), mean((p) => p.to.x), mean((p) => p.to.y)];
  let [same, cross] = [0, 0];
  for (const p of pairs) {
    same += (p.x - mx) * (p.to.x - sx) + (p.y - my) * (p.to.y - sy);
    cross += (p.x - mx) * (p.to.y - sy) - (p.y - my) * (p.to.x - sx);
  }
  const turn = Math.atan2(cross, same);
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  return { turn, place: (x, y) => ({ x: sx + cos * (x - mx) - sin * (y - my), y: sy + sin * (x - mx) + cos * (y - my) }) };
}

const sketchesOf = (notebook: Notebook) => new Map([...notebook.pulleys, ...notebook.points].map((p) => [p.id, p.sketch]));

/** Answer rotated to the sketch. */
function asSketched(answer: SurveyAnswer, notebook: Notebook): SurveyAnswer {
  const by = towardsSketch(notebook, [...answer.pulleys, ...answer.points]);
  if (!by) return answer;
  const place = (p: SurveyedPlace): SurveyedPlace => (p.x === null || p.y === null ? p : { ...p, ...by.place(p.x, p.y) });
  const [cos, sin] = [Math.cos(by.turn), Math.sin(by.turn)];
  return {
    ...answer,
    pulleys: answer.pulleys.map(place),
    points: answer.points.map(place),
    arms: answer.arms.map((a) => ({ ...a, line: a.line + (by.turn * 180) / Math.PI })),
    errors: answer.errors.map((e) => ({
      ...e,
      shift: e.shift.map((_, k) => (k % 2 === 0 ? cos * e.shift[k]! - sin * e.shift[k + 1]! : sin * e.shift[k - 1]! + cos * e.shift[k]!)),
    })),
  };
}

/**
 * Candidate layouts with their pulleys rotated to the sketch, nearest to it first, each with its difference from the
 * first.
 */
function pictures(answer: SurveyAnswer, notebook: Notebook): NotebookSolution['images'] {
  const ids = [...answer.pulleys, ...answer.points].map((p) => p.id);
  const sketches = sketchesOf(notebook);
  const laid = answer.images.map(({ places, sides }) => {
    const raw = ids.map((id, i) => ({ id, x: places[2 * i]!, y: places[2 * i + 1]! }));
    const by = towardsSketch(notebook, raw.slice(0, answer.pulleys.length));
    const layout = raw.map((p) => ({ id: p.id, ...(by ? by.place(p.x, p.y) : p) }));
    const miss = layout.reduce((sum, p) => sum + (p.x - sketches.get(p.id)!.x) ** 2 + (p.y - sketches.get(p.id)!.y) ** 2, 0);
    return { places, layout, sides, miss };
  });
  laid.sort((a, b) => a.miss - b.miss);
  return laid.map(({ places, layout, sides }) => {
    const { turnedOver, moved } = compareLayouts(laid[0]!.places, places);
    return { layout, sides, turnedOver, moved: moved.map((k) => ids[k]!) };
  });
}
