import * as z from 'zod';
import { compileDrive, pathText, validateDrive, type Drive } from '../../drive';
import { vocabulary, type Vocabulary } from '../../fault';
import { readingOfRow } from '../../tension';
import { PART_MOVES, REPAIRED_PARTS, SEEN, WORKS, type JobEvent } from './events';
import { struckOut } from './undone';

/** A job as a file states it. */
export interface JobFile {
  readonly kind: string;
  readonly drive: Drive;
  /** The belt that the job is about. */
  readonly belt: string | null;
  /** Limit of the stop time, s; null where there is none, undefined where the file does not state it. */
  readonly stopLimitS: number | null | undefined;
  readonly complaints: readonly string[];
  readonly events: readonly JobEvent[];
  readonly struck: readonly boolean[];
}

interface JobProblem {
  readonly path: string;
  readonly message: string;
}
export type JobFileResult = { readonly ok: true; readonly job: JobFile } | { readonly ok: false; readonly problem: JobProblem };

const shape = z.looseObject({
  format: z.literal('taut-sheave/job', { error: 'format must be "taut-sheave/job"' }),
  version: z.literal(1, { error: 'version must be 1' }),
  kind: z.string({ error: 'kind is missing' }),
  drive: z.unknown(),
  belt: z.string({ error: 'belt must be the id of a belt' }).optional(),
  facts: z
    .looseObject(
      {
        stopLimit: z
          .number({ error: 'stopLimit must be a number of seconds above 0, or null' })
          .gt(0, 'stopLimit must be above 0')
          .nullable()
          .optional(),
      },
      { error: 'facts must be an object' },
    )
    .default({}),
  complaints: z.array(z.string(), { error: 'complaints must be a list of ids' }).default([]),
  events: z.array(z.record(z.string(), z.unknown(), { error: 'an event must be an object' }), { error: 'events must be a list' }),
});

const id = (what: string) => z.string({ error: `${what} is missing` }).min(1, `${what} is empty`);
const above0 = (what: string, unit: string) =>
  z.number({ error: `${what} must be a number of ${unit}` }).gt(0, `${what} must be above 0 ${unit}`);
const oneOf = <const T extends readonly [string, ...string[]]>(what: string, values: T) =>
  z.enum(values, { error: `${what} must be one of ${values.join(', ')}` });

const SHAPES = {
  reading: z.looseObject({ reading: z.record(z.string(), z.union([z.string(), z.number()]), { error: 'a reading must be an object' }) }),
  time: z.looseObject({ time: oneOf('time', ['engage', 'stop']), seconds: above0('seconds', 's') }),
  check: z.looseObject({ check: id('check'), result: id('result') }),
  seen: z.looseObject({ seen: oneOf('seen', SEEN) }),
  aligned: z.looseObject({
    aligned: z.number({ error: 'aligned must be a number of degrees' }).min(0, 'aligned must be 0 degrees or more'),
    limit: above0('limit', 'degrees'),
  }),
  left: z.looseObject({ left: id('left') }),
  undo: z.looseObject({ undo: z.number({ error: 'undo must be the index of an earlier event' }) }),
};
const CHANGES = ['adjusted', 'clamped', 'belt', ...WORKS, ...PART_MOVES] as const;
const CHANGE_SHAPES = {
  adjusted: z.looseObject({ adjuster: id('adjuster'), to: z.number({ error: 'to must be a number' }) }),
  belt: z.looseObject({
    belt: id('belt'),
    length: above0('length', 'mm'),
    reference: oneOf('reference', ['pitch', 'outside', 'inside']),
  }),
  work: z.looseObject({ check: id('check').optional(), part: oneOf('part', REPAIRED_PARTS).optional() }),
  part: z.looseObject({ item: id('item') }),
};

/** Keys that name an event, the first that is present decides: a change can also name a check. */
const NAMING = ['change', 'left', 'undo', 'reading', 'time', 'seen', 'aligned', 'check'] as const;

class Wrong extends Error {
  constructor(
    readonly path: string,
    message: string,
  ) {
    super(message);
  }
}

function read<T>(type: z.ZodType<T>, value: unknown, at = ''): T {
  const parsed = type.safeParse(value);
  if (parsed.success) return parsed.data;
  const [issue] = parsed.error.issues;
  const inside = pathText(issue!.path);
  throw new Wrong(at === '' ? inside : inside === '' ? at : `${at}.${inside}`, issue!.message);
}

/** Checks a job file: shape, drive, every id, and that each undo has an event to strike out. The first problem is reported with its place. */
export function validateJob(document: unknown): JobFileResult {
  try {
    return { ok: true, job: readJob(document) };
  } catch (problem) {
    if (!(problem instanceof Wrong)) throw problem;
    return { ok: false, problem: { path: problem.path, message: problem.message } };
  }
}

function readJob(document: unknown): JobFile {
  if (typeof document !== 'object' || document === null || Array.isArray(document))
    throw new Wrong('', 'a job file is a JSON object with format, version, kind, drive and events');
  const { kind, belt, facts, complaints, events, drive: drawn } = read(shape, document);
  const words = vocabulary();
  if (!words.kinds.some((k) => k.id === kind)) throw new Wrong('kind', `“${kind}” is not a kind of drive`);
  const valid = validateDrive(drawn);
  if (!valid.ok) {
    const [{ path, message }] = valid.problems as [JobProblem];
    throw new Wrong(path === '' ? 'drive' : `drive.${path}`, message);
  }
  const { drive } = valid;
  const compiled = compileDrive(drive);
  if (!compiled.ok) throw new Wrong(`drive.${compiled.problems[0]!.path}`, compiled.problems[0]!.message);
  if (belt !== undefined && !drive.belts.some((b) => b.id === belt)) throw new Wrong('belt', `the drive has no belt “${belt}”`);
  for (const [i, complaint] of complaints.entries())
    if (!words.complaints.some((c) => c.id === complaint)) throw new Wrong(`complaints[${i}]`, `“${complaint}” is not a complaint`);
  const all = events.map((event, i) => readEvent(event, `events[${i}]`, { drive, kind, words, belt: belt ?? drive.belts[0]?.id ?? null }));
  const struck = struckOut(all);
  if (!Array.isArray(struck)) throw new Wrong(`events[${struck.at}].undo`, 'there is no earlier event to strike out at this index');
  return { kind, drive, belt: belt ?? drive.belts[0]?.id ?? null, stopLimitS: facts.stopLimit, complaints, events: all, struck };
}

interface Known {
  readonly drive: Drive;
  readonly kind: string;
  readonly words: Vocabulary;
  readonly belt: string | null;
}

function readEvent(event: Readonly<Record<string, unknown>>, at: string, known: Known): JobEvent {
  const { drive } = known;
  const name = NAMING.find((key) => event[key] !== undefined);
  switch (name) {
    case 'change':
      return readChange(event, at, known);
    case 'left':
      return { type: 'left', check: checkNamed(read(SHAPES.left, event, at).left, `${at}.left`, known).id, part: null };
    case 'undo':
      return { type: 'undo', index: read(SHAPES.undo, event, at).undo };
    case 'reading': {
      const reading = readingOfRow(read(SHAPES.reading, event, at).reading);
      if (typeof reading === 'string') throw new Wrong(`${at}.reading`, reading);
      const route = new Set(drive.belts.find((b) => b.id === known.belt)?.route.map((stop) => stop.pulley));
      if (reading.method === 'spring-length' ? !drive.springs.some((s) => s.id === reading.at) : reading.at.some((p) => !route.has(p)))
        throw new Wrong(
          `${at}.reading.at`,
          reading.method === 'spring-length' ? `there is no spring “${reading.at}”` : `the belt has no span “${reading.at.join('>')}”`,
        );
      return { type: 'reading', reading };
    }
    case 'time': {
      const { time, seconds } = read(SHAPES.time, event, at);
      return { type: 'time', time, seconds };
    }
    case 'seen':
      return { type: 'seen', seen: read(SHAPES.seen, event, at).seen };
    case 'aligned': {
      const { aligned, limit } = read(SHAPES.aligned, event, at);
      return { type: 'aligned', degrees: aligned, limit };
    }
    case 'check': {
      const { check, result } = read(SHAPES.check, event, at);
      const { results } = checkNamed(check, `${at}.check`, known);
      if (!results.some((r) => r.id === result))
        throw new Wrong(`${at}.result`, `“${result}” is not a result of ${check}; it has ${results.map((r) => r.id).join(', ')}`);
      return { type: 'check', check, part: null, result };
    }
    case undefined:
      throw new Wrong(at, `an event has one of ${NAMING.join(', ')}`);
  }
}

function checkNamed(check: string, at: string, { words, kind }: Known): Vocabulary['checks'][number] {
  const found = words.checks.find((c) => c.id === check);
  if (!found) throw new Wrong(at, `“${check}” is not a check`);
  if (!found.kinds.includes(kind)) throw new Wrong(at, `“${check}” is a check of another kind of drive than ${kind}`);
  return found;
}

function readChange(event: Readonly<Record<string, unknown>>, at: string, known: Known): JobEvent {
  const { drive } = known;
  const change = read(oneOf('change', CHANGES), event['change'], `${at}.change`);
  switch (change) {
    case 'adjusted': {
      const { adjuster, to } = read(CHANGE_SHAPES.adjusted, event, at);
      const own = drive.adjusters.find((a) => a.id === adjuster);
      if (!own) throw new Wrong(`${at}.adjuster`, `the drive has no adjuster “${adjuster}”`);
      if (to < own.min || to > own.max) throw new Wrong(`${at}.to`, `${to} is outside the adjuster's range of ${own.min} to ${own.max}`);
      return { type: 'change', change, adjuster, to };
    }
    case 'clamped':
      return { type: 'change', change };
    case 'belt': {
      const { belt, length, reference } = read(CHANGE_SHAPES.belt, event, at);
      if (!drive.belts.some((b) => b.id === belt)) throw new Wrong(`${at}.belt`, `the drive has no belt “${belt}”`);
      return { type: 'change', change, belt, length, reference };
    }
    case 'off':
    case 'on':
    case 'new':
    case 'stored':
      return { type: 'change', change, item: read(CHANGE_SHAPES.part, event, at).item };
    default: {
      const { check, part } = read(CHANGE_SHAPES.work, event, at);
      if (check === undefined && part === undefined) throw new Wrong(at, `“${change}” must name a check or a part`);
      const found = check === undefined ? null : { check: checkNamed(check, `${at}.check`, known).id, part: null };
      return { type: 'change', change, found, on: part ?? null };
    }
  }
}
