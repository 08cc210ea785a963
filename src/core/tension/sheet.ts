import {
  brakedRelease,
  collisionIn,
  compileDrive,
  endingProblem,
  loadsOf,
  newSolver,
  runLoaded,
  sectionOf,
  solveEquilibrium,
  speedsOf,
  springReadings,
  statesOf,
  strandTension,
  tensionBySpring,
  twoStates,
  DEFAULT_GRIP,
  type BrakedRelease,
  type CompiledDrive,
  type Drive,
  type DriveState,
  type Equilibrium,
  type GripSettings,
  type Problem,
  type Solver,
  type Speeds,
} from '../drive';
import { combine, sdOf, type Combined, type TensionReading } from './combine';
import { readFeel, type FeltPair, type FeltReading } from './feel';
import { readMark, type MarkPair } from './marks';
import { pushAt, tapAt, usualDeflection, type Strand } from './methods';
import { readPush, readSpring, readTap, type TakenReading, type TensionMethod } from './reading';

export interface TensionBand {
  /** Static tension under which the running belt slips, N; 0 where no load is known. */
  readonly floor: number;
  readonly floorAt: string | null;
  readonly ceiling: number | null;
  /** A pulley, or `belt`. */
  readonly ceilingAt: string | null;
  readonly target: number | null;
  /** The bearing limit is below the slip limit: no tension works. */
  readonly empty: boolean;
}

/** Signs of a span at the target. */
export interface SpanSign {
  readonly from: string;
  readonly to: string;
  readonly length: number;
  readonly tapHz: number | null;
  readonly deflection: number;
  readonly force: number | null;
}

export interface ReadTension {
  /** Row number from 1. */
  readonly row: number;
  readonly method: TensionMethod;
  readonly tension: number;
  readonly sd: number;
  readonly outlier: boolean;
}

export interface TensionSheet {
  readonly belt: string;
  readonly state: string;
  readonly tension: number | null;
  /** Belt length minus path length, mm; null for a belt without length. */
  readonly slack: number | null;
  readonly running: number | null;
  readonly band: TensionBand;
  /** Slip limit of a wet belt, N; infinite where it slips at any tension, 0 where no load is known. */
  readonly wetFloorN: number;
  readonly spans: readonly SpanSign[];
  /** Its spans as they answer a reading. */
  readonly strands: readonly NamedStrand[];
  readonly springs: readonly { readonly id: string; readonly length: number; readonly tension: number | null }[];
  readonly readings: readonly ReadTension[];
  readonly combined: Combined | null;
  readonly release: BrakedRelease | null;
}

export interface TensionAsk {
  /** The first belt if omitted. */
  readonly belt?: string | undefined;
  /** `engaged`, or the state with lever 1, if omitted. */
  readonly state?: string | undefined;
  readonly readings?: readonly TakenReading[];
  /** Readings by feel and by marks, with a measured tension at that time. They calibrate both. */
  readonly felt?: readonly FeltReading[];
  readonly marked?: readonly MarkPair[];
  /** Time in which a clutch stops the driver, s. */
  readonly stopSeconds?: number | undefined;
  readonly grip?: GripSettings;
}

export type TensionResult =
  | { readonly ok: true; readonly sheet: TensionSheet }
  | { readonly ok: false; readonly problems: readonly Problem[] }
  /** A reading that cannot be, counted from 0. */
  | { readonly ok: false; readonly reading: number; readonly problem: string };

/** Target over the slip limit, to last until the next check. */
const OVER_FLOOR = 1.5;

/** Target: 1.5 × floor, but not above √(floor × ceiling) where a ceiling is known; null where no load is known. */
export const targetOf = (floor: number, ceiling: number | null, loadKnown: boolean): number | null =>
  !loadKnown ? null : Math.min(OVER_FLOOR * floor, ceiling === null ? Infinity : Math.sqrt(Math.max(0, floor * ceiling)));

/** Tension range of one belt, signs at its target, and result of its readings. */
export function tensionSheet(drive: Drive, ask: TensionAsk = {}): TensionResult {
  const refuse = (path: string, message: string): TensionResult => ({ ok: false, problems: [{ path, message }] });
  const made = compileDrive(drive);
  if (!made.ok) return made;
  const b = ask.belt === undefined ? 0 : drive.belts.findIndex((belt) => belt.id === ask.belt);
  const belt = drive.belts[b];
  if (!belt) return refuse('belts', ask.belt === undefined ? 'the drive has no belt' : `there is no belt “${ask.belt}”`);
  const states = statesOf(drive);
  const at = states.findIndex((s) => s.name === (ask.state ?? twoStates(drive).engaged.name));
  const state = states[at];
  if (!state) return refuse('states', `there is no state “${ask.state}”; it has ${states.map((s) => `“${s.name}”`).join(', ')}`);

  const solver = newSolver(made.compiled);
  const speeds = speedsOf(made.compiled);
  const rest = solveEquilibrium(solver, state.lever, state.locks ?? {});
  const problem = endingProblem(rest, rest.ending === 'settled' ? collisionIn(rest.stand) : null, state, at);
  if (problem) return { ok: false, problems: [problem] };
  const sprung = springReadings(solver.work, rest.positions, state.lever);
  const grip = ask.grip ?? DEFAULT_GRIP;
  const { bands } = runLoaded(solver, rest, state, speeds, grip);
  const band = bands[b]!;
  const one = rest.stand.belts[b]!;
  const known = one.pitchLength > 0;
  const tension = known ? Math.max(0, strandTension(one)) : null;
  const target = targetOf(band.floorN, band.ceilingN, band.loadKnown);
  const strands = strandsOf(rest, b);

  const read = readAll(solver, rest, b, state, strands, target, ask);
  if (!read.ok) return read;
  const { outliers, combined } = combine(read.readings);
  const { stopSeconds } = ask;
  return {
    ok: true,
    sheet: {
      belt: belt.id,
      state: state.name,
      tension,
      slack: known ? Math.max(0, one.pitchLength - one.trace.length) : null,
      running: known ? band.runningN : null,
      band: {
        floor: band.floorN,
        floorAt: band.firstToSlip,
        ceiling: band.ceilingN,
        ceilingAt: band.ceilingFrom,
        target,
        empty: band.ceilingN !== null && band.ceilingN < band.floorN,
      },
      wetFloorN: band.wetFloorN,
      spans: signsAt(strands, target),
      strands,
      springs: springsOf(made.compiled, b).map((s) => ({ id: drive.springs[s]!.id, length: sprung[s]!.length, tension })),
      readings: read.readings.map((r, i) => ({
        row: i + 1,
        method: ask.readings![i]!.method,
        tension: r.tensionN,
        sd: sdOf(r),
        outlier: outliers[i]!,
      })),
      combined,
      release: stopSeconds === undefined ? null : brakedRelease(rest, b, loadOf(made.compiled, speeds, grip, b), speeds, stopSeconds),
    },
  };
}

/** Signs of each span at a tension. */
export const signsAt = (strands: readonly NamedStrand[], tensionN: number | null): SpanSign[] =>
  strands.map(({ from, to, strand }) => {
    const deflection = usualDeflection(strand.spanMm);
    return {
      from,
      to,
      length: strand.spanMm,
      tapHz: tensionN === null ? null : tapAt(strand, tensionN),
      deflection,
      force: tensionN === null ? null : pushAt(strand, tensionN, deflection),
    };
  });

const loadOf = (compiled: CompiledDrive, speeds: Speeds, grip: GripSettings, b: number) => loadsOf(compiled, speeds, grip)[b]!;

export interface NamedStrand {
  readonly from: string;
  readonly to: string;
  readonly strand: Strand;
}

/** Pairs that apply to a span: a twist or roll only at its own span, a thumb at every span. */
function pairsAt(strands: readonly NamedStrand[], name: string, felt: readonly FeltReading[]): FeltPair[] {
  return felt.flatMap((f) => {
    const own = strands.find((s) => isSpan(s, f.at));
    if (!own || (f.method !== 'thumb' && `${own.from}>${own.to}` !== name)) return [];
    return [{ ...f, strand: own.strand }];
  });
}

const isSpan = (s: NamedStrand, [from, to]: readonly [string, string]): boolean =>
  (s.from === from && s.to === to) || (s.from === to && s.to === from);

/** Spans of a belt where it rests, in the order of its route. */
function strandsOf(rest: Equilibrium, b: number): NamedStrand[] {
  const { stand } = rest;
  const { drive } = stand.compiled;
  const belt = drive.belts[b]!;
  const { plan, trace, pitchLength, stiffnessN } = stand.belts[b]!;
  const { massKgPerM } = sectionOf(belt);
  const rigid = !givesWay(rest, b) && pitchLength > 0;
  const pulleyAt = (a: number) => drive.pulleys[plan.pulley[trace.active[a % trace.touched]!]!]!.id;
  return Array.from({ length: trace.touched }, (_, a) => ({
    from: pulleyAt(a),
    to: pulleyAt(a + 1),
    strand: { massKgPerM, count: belt.count ?? 1, spanMm: trace.span[a]!, stiffnessNPerMm: rigid ? stiffnessN / pitchLength : null },
  }));
}

/** True if a free tensioner off its stops holds an idler of the belt. A push then adds no tension. */
function givesWay({ stand, atStop }: Equilibrium, b: number): boolean {
  const { drive, carrier } = stand.compiled;
  return [...stand.belts[b]!.plan.pulley].some((p) => {
    const t = carrier[p]!;
    return t >= 0 && drive.pulleys[p]!.role === 'idler' && stand.free.includes(t) && atStop[t] === null;
  });
}

/** Springs that hang on a tensioner of the belt. */
function springsOf({ drive, carrier, belts }: CompiledDrive, b: number): number[] {
  const own = new Set([...belts[b]!.plan.pulley].map((p) => carrier[p]!).flatMap((t) => (t < 0 ? [] : [drive.tensioners[t]!.id])));
  return drive.springs.flatMap((s, i) => (own.has(s.from.body) || own.has(s.to.body) ? [i] : []));
}

/** Tension of each reading, from the geometry of the state. */
function readAll(
  solver: Solver,
  rest: Equilibrium,
  b: number,
  state: DriveState,
  strands: readonly NamedStrand[],
  target: number | null,
  { readings: taken = [], felt = [], marked = [] }: TensionAsk,
): { readonly ok: true; readonly readings: TensionReading[] } | { readonly ok: false; readonly reading: number; readonly problem: string } {
  const { drive } = rest.stand.compiled;
  const readings: TensionReading[] = [];
  for (const [i, one] of taken.entries()) {
    const refuse = (problem: string) => ({ ok: false as const, reading: i, problem });
    if (one.method === 'spring-length') {
      const s = drive.springs.findIndex(({ id }) => id === one.at);
      if (s < 0) return refuse(`there is no spring “${one.at}”`);
      const placed = tensionBySpring(solver, b, state, s, one.lengthMm, rest);
      if (!placed.ok) return refuse(placed.problem);
      readings.push(readSpring(placed.place, one.at, one.sd));
      continue;
    }
    if (one.method === 'marks') {
      const marks = readMark(rest.stand.compiled, b, state, { adjuster: one.at, position: one.position }, marked);
      if (!marks.ok) return refuse(marks.problem);
      readings.push(marks.reading);
      continue;
    }
    const [from, to] = one.at;
    const span = strands.find((s) => isSpan(s, one.at));
    if (!span)
      return refuse(`the belt has no span between “${from}” and “${to}”; it has ${strands.map((s) => `${s.from}>${s.to}`).join(', ')}`);
    const name = `${span.from}>${span.to}`;
    if (one.method === 'tap') readings.push(readTap(span.strand, name, one.hz, one.sd));
    else if (one.method === 'deflection') {
      if (one.belts !== undefined && one.belts > span.strand.count)
        return refuse(`${one.belts} belts were pushed, but there are ${span.strand.count}`);
      readings.push(readPush(span.strand, name, one));
    } else {
      const feel = readFeel(span.strand, one, target, pairsAt(strands, name, felt));
      if (!feel) return refuse('the load is unknown and no measured reading exists, so a reading by feel shows nothing');
      readings.push(feel);
    }
  }
  return { ok: true, readings };
}
