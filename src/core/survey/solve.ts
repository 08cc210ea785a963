import { armsLaidOver, fitWithArms, type Second } from './arm';
import { adviseNext } from './advice';
import { findCandidateLayouts } from './candidate-layouts';
import { sidePenalty } from './ties';
import { better, newWorkspace, total, type Fit } from './levenberg-marquardt';
import { AS_GOOD, chiSquareLimit, fitSurvey } from './fit';
import { dropWithout, mirrorImages, type MirrorImage } from './reflections';
import { beltReading, layOut, newReadings, readAll, type Readings } from './equations';
import { diameterSdOf, newModel, type Model } from './model';
import { PHOTO_ENTRIES, photoScale } from './photo-equations';
import type { Survey } from './schema';
import { computeCovariance, type CovarianceResult } from './uncertainty';
import type { SurveyedPlace, SurveyedMeasure, SurveyedPhoto, SurveyedDiameter, SurveyedArm, ErrorSource, SurveyAnswer } from './answer';
import { LEAST_FREEDOM, LOOSE_SHARE, SAME_COST_SHARE, SAME_PENALTY } from './tolerances';

/** A left-out residual this many deviations off is suspicious by itself. */
const SUSPICIOUS = 3;
/** Number of most likely suspects that are refitted without. */
const MOST_LEFT_OUT = 8;
/** Marks of a photo that miss by this many deviations in the mean square show a tilt. */
const BENT = 2;

/**
 * Positions that minimise the sum of squared residuals over their sd, among the mirror images that obey the sides; with the spread that the
 * measures' errors and the diameters' leave in positions and belt lengths, to first order: δx = A(ε − B·δD), A = (JᵀWJ)⁻¹JᵀW.
 */
export function solveWithAll(survey: Survey): SurveyAnswer {
  const { model, fit, mirrors, seconds, mirrorsAt } = search(survey);
  const readings = newReadings(model);
  readAll(model, fit.full, true, readings);
  const trust = computeCovariance(model, readings);
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
    arms: model.arms.map(({ arm, line, held }): SurveyedArm => {
      const stands = [...(arm.pivot === null ? [] : [arm.pivot]), ...arm.readings.flatMap((r) => r.between)].every((p) =>
        placed(model.placeIndex.get(p)!),
      );
      const fixed = (entry: number | undefined) =>
        entry !== undefined && stands && looseness(model, trust, entry) <= LOOSE_SHARE ? fit.full[entry]! + 0 : null;
      return {
        id: arm.id,
        line: line < 0 ? 0 : fit.full[line]!,
        held: { released: fixed(held.get('released')), engaged: fixed(held.get('engaged')), brake: fixed(held.get('brake')) },
        seconds: seconds.filter((s) => s.arm === arm.id).map((s) => s.at),
      };
    }),
    measures: model.equations.flatMap((e, i): SurveyedMeasure[] => {
      const id = readingId(e);
      if (id === null) return [];
      const known = readings.known[i] === 1;
      return [
        {
          id,
          fitted: known ? readings.value[i]! : null,
          residual: known ? model.target[i]! - readings.value[i]! : null,
          againstRest: suspects.againstRest.get(i) ?? null,
          suspect: suspects.ranked.includes(i),
        },
      ];
    }),
    photos: photosOf(model, fit, readings),
    diameters: diametersOf(model, fit, trust),
    suspects: suspects.ranked.map((i) => readingId(model.equations[i]!)!),
    belts: survey.drive.belts.map((b, k) => ({
      id: b.id,
      pitchLength: lengths[k]?.value ?? null,
      sd: lengths[k] ? Math.sqrt(trust.variance(lengths[k].by, lengths[k].byDiameter)) : null,
    })),
    undetermined,
    images: trust.loose.length > 0 || suspects.conflict ? [] : findCandidateLayouts(model, fit, mirrors, mirrorsAt),
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

/** Name of a reading of tape, protractor or wrap. Null for photo readings. */
const readingId = (e: Model['equations'][number]): string | null =>
  e.kind === 'measure' ? e.measure.id : e.kind === 'held' ? e.reading.id : null;

interface Search {
  readonly model: Model;
  readonly fit: Fit;
  readonly mirrors: readonly MirrorImage[];
  readonly seconds: readonly Second[];
  /** Other layouts that fit as well as one that fits. */
  mirrorsAt(full: Float64Array): readonly MirrorImage[];
}

/** A mirror image with a larger misfit of its arms, in squared deviations, is rejected. */
const FAR_OFF = 400;

/**
 * Best fit and every alternative within random error. The search uses the fixed places first. Then everything is
 * refitted with the readings at the ends of arms, which may separate the alternatives.
 */
function search(survey: Survey): Search {
  const still = newModel(survey.arms.length > 0 ? { ...survey, arms: [] } : survey);
  const readings = newReadings(still);
  const { best, twins } = fitSurvey(still, (found) => {
    readAll(still, found.full, true, readings);
    return computeCovariance(still, readings).loose.length > 0;
  });
  const mirrorsOf = (full: Float64Array) => {
    readAll(still, full, true, readings);
    return mirrorImages(still, { full, cost: readings.cost, penalty: sidePenalty(still, full) }, readings);
  };
  if (still.survey === survey) {
    const mirrors = [...mirrorsOf(best.full), ...twins.flatMap((twin) => twinOf(still, best, twin))];
    return { model: still, fit: best, mirrors, seconds: [], mirrorsAt: mirrorsOf };
  }
  const model = newModel(survey);
  const shop = newWorkspace(model);
  const all = [best, ...twins].map((one) => fitWithArms(model, one.full, shop));
  const first = all.reduce((a, b) => (better(b.fit, a.fit) ? b : a));
  const asGood = (fit: Fit) => total(fit) <= total(first.fit) + AS_GOOD && fit.penalty <= first.fit.penalty + SAME_PENALTY;
  const mirrorsAt = (stood: Float64Array) =>
    mirrorsOf(stood.slice(0, still.size)).flatMap(({ full, moved }): MirrorImage[] => {
      // Folded, the sheet fits as before: what the arms then miss by settles it, or leaves it to a fit of everything.
      const laid = armsLaidOver(model, full, shop);
      if (laid.cost <= first.fit.cost + SAME_COST_SHARE * (1 + first.fit.cost)) return [{ full: laid.full, moved }];
      if (laid.cost > first.fit.cost + FAR_OFF) return [];
      const { fit } = fitWithArms(model, full, shop);
      return asGood(fit) ? [{ full: fit.full, moved }] : [];
    });
  const mirrors = [...mirrorsAt(first.fit.full), ...all.flatMap(({ fit }) => (asGood(fit) ? twinOf(model, first.fit, fit) : []))];
  return { model, fit: first.fit, mirrors, seconds: first.seconds, mirrorsAt };
}

/** Places of one centre within this many tape errors are one place. Its standard deviation describes the spread. */
const APART_SDS = 10;

/** Another place that fits within chance, as what moves from here to there. */
function twinOf(model: Model, fit: Fit, twin: Fit): MirrorImage[] {
  const moved = Array.from({ length: model.centres }, (_, c) => c).filter(
    (c) => Math.hypot(twin.full[2 * c]! - fit.full[2 * c]!, twin.full[2 * c + 1]! - fit.full[2 * c + 1]!) > APART_SDS * model.survey.tapeSd,
  );
  return moved.length > 0 ? [{ full: twin.full, moved }] : [];
}

function movingCentres(model: Model, trust: CovarianceResult, mirrored: readonly (readonly number[])[]): Set<number> {
  const moving = new Set(mirrored.flat());
  for (let c = 0; c < model.centres; c++)
    if (looseness(model, trust, 2 * c) + looseness(model, trust, 2 * c + 1) > LOOSE_SHARE) moving.add(c);
  return moving;
}

function looseness(model: Model, trust: CovarianceResult, entry: number): number {
  const i = model.freeAt[entry]!;
  return i < 0 ? 0 : trust.loose.reduce((sum, v) => sum + v[i]! ** 2, 0);
}

/**
 * Suspicion of each measurement by its deleted residual: |r|/(σ√(1 − h)), h the leverage. The other measurements
 * predict r/(1 − h) less (Cook and Weisberg 1982).
 */
function suspectsOf(
  model: Model,
  fit: Fit,
  readings: Readings,
  trust: CovarianceResult,
): { ranked: number[]; conflict: boolean; againstRest: ReadonlyMap<number, { by: number; sd: number }> } {
  const againstRest = new Map<number, { by: number; sd: number }>();
  const leftOut = new Map<number, number>();
  trust.used.forEach((m, u) => {
    if (readingId(model.equations[m]!) === null) return;
    let leverage = 0;
    for (let a = readings.start[m]!; a < readings.start[m]! + readings.used[m]!; a++) {
      const j = model.freeAt[readings.entry[a]!]!;
      if (j >= 0) leverage += (trust.gain[u]![j]! * readings.by[a]!) / model.sds[m]!;
    }
    const off = model.target[m]! - readings.value[m]!;
    const r = off / model.sds[m]!;
    if (1 - leverage > LEAST_FREEDOM) againstRest.set(m, { by: off / (1 - leverage), sd: model.sds[m]! / Math.sqrt(1 - leverage) });
    leftOut.set(m, 1 - leverage > LEAST_FREEDOM ? Math.abs(r) / Math.sqrt(1 - leverage) : 0);
  });
  const freedom = trust.used.length - trust.held;
  const conflict = freedom > 0 && readings.cost > chiSquareLimit(freedom);
  const ranked = [...leftOut.keys()]
    .filter((i) => leftOut.get(i)! > (conflict ? 1 : SUSPICIOUS))
    .sort((a, b) => leftOut.get(b)! - leftOut.get(a)!);
  if (conflict) {
    // An error of many deviations bends the fit more than the first order shows. The most likely suspects are therefore
    // refitted without.
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
    const frame = model.frames[photo]!;
    const perUnit = frame ? photoScale(frame, fit.full, at) : 1;
    const off = marks.map(() => 0);
    let weighted = 0;
    let rows = 0;
    model.equations.forEach((e, i) => {
      if ((e.kind !== 'mark' && e.kind !== 'rim') || e.photo !== photo) return;
      const r = model.target[i]! - readings.value[i]!;
      if (e.kind === 'mark' || e.row < 2) off[e.mark]! += (perUnit * r) ** 2;
      weighted += (r / model.sds[i]!) ** 2;
      rows++;
    });
    const open = new Set(marks.flatMap((m) => model.rims[model.placeIndex.get(m.of)!]!).filter((entry) => entry >= 0));
    // A photo by itself places everything: with four entries of its own, as many marks as that never disagree.
    const spare = rows - 4 - open.size;
    const misfit = spare > 0 ? Math.sqrt(weighted / spare) : 0;
    const tilt = () => (Math.hypot(fit.full[at + 4]!, fit.full[at + 5]!) * 180) / Math.PI / 1000;
    return {
      id,
      marks: marks.map((m, k) => ({ of: m.of, offMm: Math.sqrt(off[k]!) })),
      scale: frame ? 1 : Math.exp(fit.full[at + 3]!),
      slantDegrees: frame ? tilt() : slantOf(fit.full, at),
      bent: misfit > BENT,
      excluded: false,
      excludedMark: null,
    };
  });
}

/** Diameters that photos determine. Without anything in mm on a photo, its radii are loose. */
function diametersOf(model: Model, fit: Fit, trust: CovarianceResult): SurveyedDiameter[] {
  return model.survey.drive.pulleys.flatMap(({ id }, p): SurveyedDiameter[] => {
    const entry = model.rims[p]!;
    if (entry < 0) return [];
    const fixed = looseness(model, trust, entry) <= LOOSE_SHARE;
    const sd = 2 * Math.sqrt(trust.variance(new Map([[entry, 1]])));
    return [{ pulley: id, mm: fixed ? 2 * fit.full[entry]! : null, sd: fixed ? sd : null }];
  });
}

/** A slant by θ shortens one way by 1 − cos θ, which the two of foreshortening share out about their mean. */
const slantOf = (full: Float64Array, at: number): number =>
  (Math.acos(Math.max(0, 1 - (2 * Math.hypot(full[at + 4]!, full[at + 5]!)) / 1000)) * 180) / Math.PI;

function slopesOf(model: Model, trust: CovarianceResult, by: ReadonlyMap<number, number>): { id: string; perMm: number }[] {
  return trust.used.flatMap((m, u) => {
    const e = model.equations[m]!;
    if (e.kind !== 'measure' || e.measure.kind === 'angle' || e.measure.kind === 'belt') return [];
    let slope = 0;
    by.forEach((v, k) => model.freeAt[k]! >= 0 && (slope += v * trust.gain[u]![model.freeAt[k]!]!));
    return [{ id: e.measure.id, perMm: slope / model.sds[m]! }];
  });
}

function errorsOf(model: Model, trust: CovarianceResult): ErrorSource[] {
  const shiftOf = (entries: Float64Array, by: number) =>
    Float64Array.from({ length: 2 * model.places.length }, (_, k) => {
      const i = model.freeAt[2 * model.centreOf[k >> 1]! + (k & 1)]!;
      return i < 0 ? 0 : entries[i]! * by;
    });
  const armsOf = (entries: Float64Array, by: number): ErrorSource['arms'] => {
    const of = (entry: number | undefined) => (entry === undefined || entry < 0 ? 0 : entries[model.freeAt[entry]!]! * by);
    return model.arms.map(({ line, held }) => ({
      line: of(line),
      held: { released: of(held.get('released')), engaged: of(held.get('engaged')), brake: of(held.get('brake')) },
    }));
  };
  const openOf = (entries: Float64Array, by: number): ErrorSource['diameters'] =>
    [...model.rims.keys()].flatMap((pulley) => {
      const i = model.rims[pulley]! < 0 ? -1 : model.freeAt[model.rims[pulley]!]!;
      return i < 0 ? [] : [{ pulley, mm: 2 * entries[i]! * by }];
    });
  return [
    ...trust.gain.map((g): ErrorSource => ({ shift: shiftOf(g, 1), arms: armsOf(g, 1), diameters: openOf(g, 1) })),
    ...trust.byDiameter.flatMap((g, pulley): ErrorSource[] => {
      if (model.rims[pulley]! >= 0) return [];
      const sd = diameterSdOf(model.survey, pulley);
      return [{ shift: shiftOf(g, sd), arms: armsOf(g, sd), diameters: [{ pulley, mm: sd }, ...openOf(g, sd)] }];
    }),
  ];
}
