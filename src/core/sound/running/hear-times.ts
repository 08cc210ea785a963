import { downsample, toMono } from '../prepare';
import { clunkEvidence, findClunks } from './clunks';
import { trackEngine, type EngineTrack } from './engine-track';
import { findRun, type Run } from './find-run';
import { fitEngage, type FittedEngage } from './fit-engage';
import { fitStop, type FittedStop } from './fit-stop';
import { orderSpectra, type OrderSpectra } from './order-spectrum';
import { phaseOf, removeEngine } from './remove-engine';
import { spindleGap } from './spindle-gap';
import { squeals } from './squeal';

export interface TimesOptions {
  /** Spindles. Default 1. */
  readonly blades?: number | undefined;
  /** Blade tips on each. Default 2. */
  readonly tips?: number | undefined;
  /** Speed of blades or engine, rpm. It may be 8% off. */
  readonly runRpm?: number | undefined;
}

/** A time heard, s. `at` is the lever, from the start of the recording. `sd` is one standard deviation of the time. */
export interface HeardTime {
  readonly at: number;
  readonly seconds: number;
  readonly sd: number;
}

export type TimesReason = 'both' | 'engage-only' | 'stop-only' | 'wide' | 'silent' | 'too-short' | 'no-engine' | 'no-blades' | 'steady';

export interface TimesHeard {
  readonly engage: HeardTime | null;
  readonly stop: HeardTime | null;
  readonly run: { readonly hz: number; readonly rpm: number } | null;
  readonly quality: 'good' | 'weak' | 'none';
  readonly reason: TimesReason;
  /** Pass tone over time: s and Hz. */
  readonly track: readonly { readonly t: number; readonly hz: number }[];
  readonly signs: CycleSigns;
}

/** Signs of faults in the sound of a cycle. */
export interface CycleSigns {
  /** Loss of engine speed while the belt takes hold, as a share. Null where no engagement was heard. */
  readonly engineSag: number | null;
  /** The belt squeals while it slips. */
  readonly squeals: boolean;
  /** Difference of speed between two spindles, as a share. Null where there is none, or one spindle. */
  readonly spindleGap: number | null;
}

const WIDE_RATE = 8000;
const LOW_RATE = 1800;
const SPECTRA_HOP_S = 0.1;
const SHORTEST_S = 2.5;
/** Loudness below which a recording is silent. Full scale is 1. */
const SILENT = 1e-4;
/** The run touches an end of the recording within this time. */
const EDGE_S = 0.9;

/** Least clarity of a run. True runs score 11 or more per second; engines alone, voices and wind 8 or less. */
const LEAST_RUN = 9;
/** Least mean score in the map of a run that is clear in the orders of the engine. */
const LEAST_LEVEL = 0.08;
const LEAST_SAG = 0.04;
/** Change of the engine speed at the release: it rises as its load ends, idles or stops. */
const LEAST_JUMP = 0.006;
const LEAST_DROP = 0.04;
/** Sum of scores of a fall that needs no jump of the engine. */
const CLEAR_FALL = 14;
const LEAST_FALL = 3;
/** The same where the engine idles or stops after it, or runs on as before. */
const DROP_FALL = 7;
/** Least clarity of the engine during the run. In noise, voices and wind the best path has 0.5 to 0.9. */
const LEAST_ENGINE = 0.95;
/** The engine is heard as during the run: share of that clarity. A machine that passes is heard only while it is near. */
const STILL_CLEAR = 0.65;

/** Tolerances by which a time is good, s and share. */
const ENGAGE_CLOSE = { s: 0.2, share: 0.12 };
const STOP_CLOSE = { s: 0.25, share: 0.08 };
const isClose = ({ seconds, sd }: HeardTime, { s, share }: { readonly s: number; readonly share: number }) =>
  sd <= Math.max(s, share * seconds);

/** Error of the model, in addition to that of the path: constant part in s, and share. */
const ENGAGE_MODEL = { s: 0.06, share: 0.02 };
const STOP_MODEL = { s: 0.05, share: 0.035 };
const withModel = (sd: number, seconds: number, { s, share }: { readonly s: number; readonly share: number }) =>
  Math.hypot(sd, s, share * seconds);

/** The last of several spindles stops later than the loudest: by this share for each more, with this deviation. */
const LAST_SPINDLE = 0.012;
const LAST_SPINDLE_SD = 0.02;

const none = (reason: TimesReason): TimesHeard => ({
  engage: null,
  stop: null,
  run: null,
  quality: 'none',
  reason,
  track: [],
  signs: { engineSag: null, squeals: false, spindleGap: null },
});

/** Engine speed over time by straight lines between its values. */
function speedAt({ hz, hopS }: EngineTrack): (t: number) => number {
  return (t) => {
    const place = Math.min(hz.length - 1.001, Math.max(0, t / hopS - 0.5));
    const k = Math.floor(place);
    return hz[k]! + (place - k) * (hz[k + 1]! - hz[k]!);
  };
}

const clarityAt = ({ clarity, hopS }: EngineTrack, t: number): number =>
  clarity[Math.min(clarity.length - 1, Math.max(0, Math.floor(t / hopS)))] ?? 0;

function meanOf(f: (t: number) => number, from: number, until: number): number {
  let [sum, n] = [0, 0];
  for (let t = from; t < until; t += 0.025) [sum, n] = [sum + f(t), n + 1];
  return n > 0 ? sum / n : f(from);
}

/**
 * Finds when a machine was engaged and released, and the times to full speed and to a standstill. The
 * engine is followed by its lines and removed. The blades are the order of the engine that comes and stays. Their rise
 * and fall are fitted along the whole path, with all harmonics. The end, too quiet to hear, follows from the braking law.
 * @param channels samples −1…1 at `rate` per second
 */
export function hearTimes(channels: readonly Float32Array[], rate: number, options: TimesOptions = {}): TimesHeard {
  const tips = options.tips ?? 2;
  const mono = toMono(channels);
  if (mono.length / rate < SHORTEST_S) return none('too-short');
  const wide = downsample(mono, rate, WIDE_RATE);
  if (Math.sqrt(wide.samples.reduce((a, v) => a + v * v, 0) / wide.samples.length) < SILENT) return none('silent');
  const low = downsample(wide.samples, wide.rate, LOW_RATE);
  const seconds = wide.samples.length / wide.rate;
  const track = trackEngine(low.samples, low.rate);
  const phase = phaseOf(track, seconds);
  const rest = removeEngine(wide.samples, wide.rate, phase);
  const lineHz = speedAt(track);
  const spectra = orderSpectra(rest, wide.rate, phase, SPECTRA_HOP_S);
  const run = findRun(spectra, tips, options.runRpm, lineHz);
  const clarityIn = (from: number, until: number) => meanOf((t) => clarityAt(track, t), from, until);
  const usual = [...track.clarity].sort((a, b) => a - b)[track.clarity.length >> 1] ?? 0;
  if (!run || run.scorePerS < LEAST_RUN) return none(usual < LEAST_ENGINE ? 'no-engine' : 'no-blades');
  const running = clarityIn(run.from, run.until);
  if (running < LEAST_ENGINE) return none('no-engine');

  return fitted({ track, run, spectra, rest, rate: wide.rate, lineHz, clarityIn, usual, running, tips, blades: options.blades ?? 1 });
}

interface Heard {
  readonly track: EngineTrack;
  readonly run: Run;
  readonly spectra: OrderSpectra;
  /** The recording without the engine. */
  readonly rest: Float64Array;
  readonly rate: number;
  readonly lineHz: (t: number) => number;
  readonly clarityIn: (from: number, until: number) => number;
  /** Usual clarity of the engine, and that during the run. */
  readonly usual: number;
  readonly running: number;
  readonly tips: number;
  readonly blades: number;
}

/** Fits the rise before the run and the fall after it. */
function fitted({ track, run, spectra, rest, rate, lineHz, clarityIn, usual, running, tips, blades }: Heard): TimesHeard {
  const seconds = rest.length / rate;
  const length = run.until - run.from;
  const begins = run.from < EDGE_S;
  const ends = run.until > seconds - EDGE_S;
  const mean = meanOf(lineHz, run.from + (begins ? 0 : Math.min(1, length / 3)), run.until - Math.min(0.4, length / 4));
  const runHz = run.order * mean;
  const clunks = findClunks(rest, rate);
  const engine = (t: number) => lineHz(t) / mean;
  const clear = (t: number) => clarityAt(track, t) > 0.35 * usual;
  const engaged = begins ? null : fitEngage(rest, rate, runHz, run.from, engine, clunks, clear);
  const lastHz = run.order * meanOf(lineHz, run.until - Math.min(1.2, length / 2), run.until - Math.min(0.3, length / 5));
  const stopped = ends ? null : fitStop(rest, rate, lastHz, run.until, (t) => clunkEvidence(clunks.at(t + 0.005, 0.02)));
  const isHeard = (from: number, until: number) => clarityIn(from, until) > STILL_CLEAR * running;
  const engage = engaged && isEngagement(engaged) && isHeard(engaged.at, engaged.at + engaged.seconds) ? engaged : null;
  const stop = stopped && isStop(stopped, engine, seconds, isHeard) ? stopped : null;
  if (!engage && !stop) return none('steady');
  const signs: CycleSigns = {
    engineSag: engage?.sag ?? null,
    squeals: engage !== null && squeals(rest, rate, engage.at, engage.meetsAt, slipOf(engage, engine)),
    spindleGap: blades > 1 ? spindleGap(spectra, run.order, run.from, run.until) : null,
  };
  return answer({ engage, stop, run, runHz, lastHz, seconds, lineHz, blades, tips, signs });
}

/** Slip of the belt at a time: 1 until the blades turn, 0 once they follow. */
const slipOf =
  ({ at, meetsAt, shareAt }: FittedEngage, engine: (t: number) => number) =>
  (t: number): number =>
    t < at ? 1 : t > meetsAt ? 0 : Math.min(1, Math.max(0, 1 - shareAt(t) / engine(t)));

const isEngagement = (fit: FittedEngage): boolean => fit.level > LEAST_LEVEL && fit.sag >= LEAST_SAG;

/** True for a fall after which the engine runs differently. A machine that drives away fades, and its engine runs on. */
function isStop(
  fit: FittedStop,
  engine: (t: number) => number,
  seconds: number,
  isHeard: (from: number, until: number) => boolean,
): boolean {
  if (fit.level < LEAST_LEVEL || fit.gain < LEAST_FALL) return false;
  const before = meanOf(engine, Math.max(0, fit.at - 0.8), fit.at);
  const later = [fit.at + 0.35, Math.min(seconds, fit.at + 1)] as const;
  const jump = meanOf(engine, ...later) / before - 1;
  if (fit.gain > CLEAR_FALL) return true;
  if (jump < -LEAST_DROP) return fit.gain > DROP_FALL;
  return isHeard(...later) && (jump > LEAST_JUMP || fit.gain > DROP_FALL);
}

interface Found {
  readonly engage: FittedEngage | null;
  readonly stop: FittedStop | null;
  readonly run: Run;
  readonly runHz: number;
  readonly lastHz: number;
  readonly seconds: number;
  readonly lineHz: (t: number) => number;
  readonly blades: number;
  readonly tips: number;
  readonly signs: CycleSigns;
}

function answer(found: Found): TimesHeard {
  const { runHz, blades, tips } = found;
  const more = blades - 1;
  const engage = found.engage && {
    at: Math.max(0, found.engage.at),
    seconds: found.engage.seconds,
    sd: withModel(found.engage.sd, found.engage.seconds, ENGAGE_MODEL),
  };
  const stopS = found.stop ? found.stop.seconds * (1 + LAST_SPINDLE * more) : 0;
  const stop = found.stop && {
    at: Math.max(0, found.stop.at),
    seconds: stopS,
    sd: Math.hypot(withModel(found.stop.endSd, stopS, STOP_MODEL), more > 0 ? LAST_SPINDLE_SD * stopS : 0),
  };
  const good = (engage === null || isClose(engage, ENGAGE_CLOSE)) && (stop === null || isClose(stop, STOP_CLOSE));
  return {
    engage,
    stop,
    run: { hz: runHz, rpm: (60 * runHz) / tips },
    quality: good ? 'good' : 'weak',
    reason: !good ? 'wide' : engage && stop ? 'both' : engage ? 'engage-only' : 'stop-only',
    track: passTone(found),
    signs: found.signs,
  };
}

const TRACK_STEP_S = 0.05;

/** Pass tone over time: the fitted rise, the order of the engine, the fitted fall. */
function passTone({ engage, stop, run, runHz, lastHz, seconds, lineHz }: Found): TimesHeard['track'] {
  const out: { t: number; hz: number }[] = [];
  const from = engage ? Math.max(0, engage.at) : stop ? Math.max(0, Math.min(run.from, stop.at)) : run.from;
  const until = stop ? stop.at + stop.seconds : Math.min(seconds, run.until);
  for (let k = 0; from + k * TRACK_STEP_S <= until; k++) {
    const t = from + k * TRACK_STEP_S;
    const hz =
      stop && t >= stop.at ? lastHz * stop.shareAt(t) : engage && t < engage.meetsAt ? runHz * engage.shareAt(t) : run.order * lineHz(t);
    out.push({ t, hz });
  }
  return out;
}
