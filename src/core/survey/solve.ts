import type { Problem } from '../drive';
import { adviseNext, type NextMeasure } from './advice';
import type { Fit } from './descend';
import { chiSquareLimit, fitSurvey } from './fit';
import { dropWithout, mirrorImages, type Mirror } from './folds';
import { beltReading, diameterSdOf, PHOTO_ENTRIES, layOut, newModel, newReadings, readAll, type Model, type Readings } from './model';
import type { Survey } from './schema';
import { trustIn, type Trust } from './trust';

export interface SurveyedPlace {
  readonly id: string;
  /** Null where it is not fixed by the measures. */
  readonly x: number | null;
  readonly y: number | null;
  /** Root mean square distance from the true place, mm. */
  readonly sd: number | null;
}

export interface SurveyedMeasure {
  readonly id: string;
  readonly fitted: number | null;
  /** Measured less fitted. */
  readonly residual: number | null;
  /** How far it reads from what all the others by themselves say, and how closely the two can be compared; null where they say nothing of it. */
  readonly againstRest: { readonly by: number; readonly sd: number } | null;
  readonly suspect: boolean;
}

/** How a photo agrees with the rest. */
export interface SurveyedPhoto {
  readonly id: string;
  /** Per mark, how far it lies from where everything together puts it, mm. */
  readonly marks: readonly { readonly of: string; readonly offMm: number }[];
  /** What its scale was off by: 1.02 is 2 % too small. */
  readonly scale: number;
  /** How far from square on it was shot by what tape and marks say, degrees, roughly; 0 where its scale is a rectangle, which mends that by itself. */
  readonly slantDegrees: number;
  /** True where its marks disagree by more than their sd explains: a tilt or a lens that the scale does not mend. */
  readonly bent: boolean;
}

/** One source of error, at one standard deviation: how it shifts every place, mm, and which diameter it is, if it is one. */
export interface ErrorSource {
  /** x and y of every pulley and then every point. */
  readonly shift: Float64Array;
  readonly diameter: { readonly pulley: number; readonly sd: number } | null;
}

export interface SurveyAnswer {
  readonly status: 'determined' | 'undetermined' | 'conflict';
  readonly pulleys: readonly SurveyedPlace[];
  readonly points: readonly SurveyedPlace[];
  readonly measures: readonly SurveyedMeasure[];
  readonly photos: readonly SurveyedPhoto[];
  /** Most suspicious first. */
  readonly suspects: readonly string[];
  readonly belts: readonly { readonly id: string; readonly pitchLength: number | null; readonly sd: number | null }[];
  /** Pulleys and points that can still move or mirror. */
  readonly undetermined: readonly string[];
  readonly next: readonly NextMeasure[];
  /** Why a belt cannot be laid round the pulleys where they were found. */
  readonly problems: readonly Problem[];
  /** Per belt, how much its drawn path grows per mm that each length measured reads more. */
  readonly lengthSlopes: readonly { readonly belt: string; readonly slopes: readonly { readonly id: string; readonly perMm: number }[] }[];
  /** Independent errors that make up the spread of everything. */
  readonly errors: readonly ErrorSource[];
  /** Where every place stands in the best fit, fixed or not: x and y of every pulley and then every point. For drawing. */
  readonly drawn: Float64Array;
}

/** A left-out residual this many deviations off is suspicious by itself. */
const SUSPICIOUS = 3;
/** So many of the likeliest are refitted without. */
const MOST_LEFT_OUT = 8;
/** Marks of a photo that miss by this many deviations in the mean square show a tilt. */
const BENT = 2;

/**
 * Positions that minimise the sum of squared residuals over their sd, among the mirror images that obey the sides; with the spread that the
 * measures' errors and the diameters' leave in positions and belt lengths, to first order: δx = A(ε − B·δD), A = (JᵀWJ)⁻¹JᵀW.
 */
export function solveSurvey(survey: Survey): SurveyAnswer {
  const model = newModel(survey);
  const readings = newReadings(model);
  const { best: fit, twins } = fitSurvey(model, (found) => {
    readAll(model, found.full, true, readings);
    return trustIn(model, readings).loose.length > 0;
  });
  readAll(model, fit.full, true, readings);
  const trust = trustIn(model, readings);
  const mirrors = [...mirrorImages(model, fit, readings), ...twins.flatMap((twin) => twinOf(model, fit, twin))];
  const moving = movingCentres(
    model,
    trust,
    mirrors.map((m) => m.moved),
  );
  const placed = (place: number) => !moving.has(model.centreOf[place]!);
  const suspects = suspectsOf(model, fit, readings, trust);

  const laid = layOut(model, fit.full);
  const lengths = survey.drive.belts.map((b, k) =>
    b.route.every((s) => placed(model.placeIndex.get(s.pulley)!)) ? beltReading(model, laid, k) : null,
  );
  const undetermined = model.places.filter((_, i) => !placed(i));
  const placeAt = (i: number): SurveyedPlace => {
    const c = 2 * model.centreOf[i]!;
    if (!placed(i)) return { id: model.places[i]!, x: null, y: null, sd: null };
    return {
      id: model.places[i]!,
      x: fit.full[c]! + 0,
      y: fit.full[c + 1]! + 0,
      sd: Math.sqrt(trust.variance(new Map([[c, 1]])) + trust.variance(new Map([[c + 1, 1]]))),
    };
  };
  const all = model.places.map((_, i) => placeAt(i));
  const pulleys = survey.drive.pulleys.length;
  return {
    status: suspects.conflict ? 'conflict' : undetermined.length > 0 ? 'undetermined' : 'determined',
    pulleys: all.slice(0, pulleys),
    points: all.slice(pulleys),
    measures: survey.measures.map((m, i): SurveyedMeasure => {
      const known = readings.known[i] === 1;
      return {
        id: m.id,
        fitted: known ? readings.value[i]! : null,
        residual: known ? m.value - readings.value[i]! : null,
        againstRest: suspects.againstRest.get(i) ?? null,
        suspect: suspects.ranked.includes(i),
      };
    }),
    photos: photosOf(model, fit, readings),
    suspects: suspects.ranked.map((i) => survey.measures[i]!.id),
    belts: survey.drive.belts.map((b, k) => ({
      id: b.id,
      pitchLength: lengths[k]?.value ?? null,
      sd: lengths[k] ? Math.sqrt(trust.variance(lengths[k].by, lengths[k].byDiameter)) : null,
    })),
    undetermined,
    next: adviseNext(
      model,
      fit,
      trust,
      mirrors,
      lengths.flatMap((l) => (l ? [l.by] : [])),
    ),
    problems:
      undetermined.length === 0 && !laid
        ? [{ path: 'drive.belts', message: 'the belts cannot be laid round the pulleys where they were found; check route and sides' }]
        : [],
    lengthSlopes: survey.drive.belts.map((b, k) => ({ belt: b.id, slopes: lengths[k] ? slopesOf(model, trust, lengths[k].by) : [] })),
    errors: errorsOf(model, trust),
    drawn: Float64Array.from({ length: 2 * model.places.length }, (_, k) => fit.full[2 * model.centreOf[k >> 1]! + (k & 1)]!),
  };
}

/** Places of one centre this many tape errors apart or nearer are one place, closely enough known or not: its own spread speaks of that. */
const APART_SDS = 10;

/** Another place that fits within chance, as what moves from here to there. */
function twinOf(model: Model, fit: Fit, twin: Fit): Mirror[] {
  const moved = Array.from({ length: model.centres }, (_, c) => c).filter(
    (c) => Math.hypot(twin.full[2 * c]! - fit.full[2 * c]!, twin.full[2 * c + 1]! - fit.full[2 * c + 1]!) > APART_SDS * model.survey.tapeSd,
  );
  return moved.length > 0 ? [{ full: twin.full, moved }] : [];
}

function movingCentres(model: Model, trust: Trust, mirrored: readonly (readonly number[])[]): Set<number> {
  const moving = new Set(mirrored.flat());
  const share = (entry: number) => {
    const i = model.freeAt[entry]!;
    return i < 0 ? 0 : trust.loose.reduce((sum, v) => sum + v[i]! ** 2, 0);
  };
  for (let c = 0; c < model.centres; c++) if (share(2 * c) + share(2 * c + 1) > 1e-9) moving.add(c);
  return moving;
}

/** Measures by how badly they sit with the rest when they are left out: |r|/(σ√(1 − h)), h the leverage; the rest alone says r/(1 − h) less (Cook and Weisberg 1982). */
function suspectsOf(
  model: Model,
  fit: Fit,
  readings: Readings,
  trust: Trust,
): { ranked: number[]; conflict: boolean; againstRest: ReadonlyMap<number, { by: number; sd: number }> } {
  const againstRest = new Map<number, { by: number; sd: number }>();
  const leftOut = new Map<number, number>();
  trust.used.forEach((m, u) => {
    if (model.equations[m]!.kind !== 'measure') return;
    let leverage = 0;
    for (let a = readings.start[m]!; a < readings.start[m]! + readings.used[m]!; a++) {
      const j = model.freeAt[readings.entry[a]!]!;
      if (j >= 0) leverage += (trust.gain[u]![j]! * readings.by[a]!) / model.sds[m]!;
    }
    const off = model.target[m]! - readings.value[m]!;
    const r = off / model.sds[m]!;
    if (1 - leverage > 1e-6) againstRest.set(m, { by: off / (1 - leverage), sd: model.sds[m]! / Math.sqrt(1 - leverage) });
    leftOut.set(m, 1 - leverage > 1e-6 ? Math.abs(r) / Math.sqrt(1 - leverage) : 0);
  });
  const freedom = trust.used.length - trust.held;
  const conflict = freedom > 0 && readings.cost > chiSquareLimit(freedom);
  const ranked = [...leftOut.keys()]
    .filter((i) => leftOut.get(i)! > (conflict ? 1 : SUSPICIOUS))
    .sort((a, b) => leftOut.get(b)! - leftOut.get(a)!);
  if (conflict) {
    // A slip of many deviations bends the fit more than first order tells, and may fold it: the likeliest are really left out.
    const likeliest = ranked.slice(0, MOST_LEFT_OUT);
    const drops = dropWithout(model, fit, likeliest);
    const order = likeliest.map((i, k) => ({ i, drop: drops[k]! })).sort((a, b) => b.drop - a.drop);
    ranked.splice(0, likeliest.length, ...order.map((o) => o.i));
  }
  return { ranked, conflict, againstRest };
}

function photosOf(model: Model, fit: Fit, readings: Readings): SurveyedPhoto[] {
  return model.photos.map((index, photo) => {
    const { id, marks } = model.survey.photos[index]!;
    const at = model.photoAt + PHOTO_ENTRIES * photo;
    const off = marks.map(() => ({ square: 0, weighted: 0 }));
    model.equations.forEach((e, i) => {
      if (e.kind !== 'mark' || e.photo !== photo) return;
      const r = model.target[i]! - readings.value[i]!;
      off[e.mark]!.square += r * r;
      off[e.mark]!.weighted += (r / model.sds[i]!) ** 2;
    });
    // A photo by itself places everything: with four entries of its own, as many marks as that never disagree.
    const spare = 2 * marks.length - 4;
    const misfit = spare > 0 ? Math.sqrt(off.reduce((sum, o) => sum + o.weighted, 0) / spare) : 0;
    return {
      id,
      marks: marks.map((m, k) => ({ of: m.of, offMm: Math.sqrt(off[k]!.square) })),
      scale: Math.exp(fit.full[at + 3]!),
      slantDegrees: slantOf(fit.full, at),
      bent: misfit > BENT,
    };
  });
}

/** A slant by θ shortens one way by 1 − cos θ, which the two of foreshortening share out about their mean. */
const slantOf = (full: Float64Array, at: number): number =>
  (Math.acos(Math.max(0, 1 - (2 * Math.hypot(full[at + 4]!, full[at + 5]!)) / 1000)) * 180) / Math.PI;

function slopesOf(model: Model, trust: Trust, by: ReadonlyMap<number, number>): { id: string; perMm: number }[] {
  return trust.used.flatMap((m, u) => {
    const e = model.equations[m]!;
    if (e.kind !== 'measure' || e.measure.kind === 'angle' || e.measure.kind === 'belt') return [];
    let slope = 0;
    by.forEach((v, k) => model.freeAt[k]! >= 0 && (slope += v * trust.gain[u]![model.freeAt[k]!]!));
    return [{ id: e.measure.id, perMm: slope / model.sds[m]! }];
  });
}

function errorsOf(model: Model, trust: Trust): ErrorSource[] {
  const shiftOf = (entries: Float64Array, by: number) =>
    Float64Array.from({ length: 2 * model.places.length }, (_, k) => {
      const i = model.freeAt[2 * model.centreOf[k >> 1]! + (k & 1)]!;
      return i < 0 ? 0 : entries[i]! * by;
    });
  return [
    ...trust.gain.map((g): ErrorSource => ({ shift: shiftOf(g, 1), diameter: null })),
    ...trust.byDiameter.map((g, pulley): ErrorSource => {
      const sd = diameterSdOf(model.survey, pulley);
      return { shift: shiftOf(g, sd), diameter: { pulley, sd } };
    }),
  ];
}
