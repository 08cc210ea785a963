import { readFileSync, statSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { decodeDesignation } from '../core/belt';
import { newBeltMatching, solveDrive, type Drive, type Problem } from '../core/drive';
import { solveSurvey } from '../core/survey';
import { beltSettings, tensionSheet, type TensionAsk } from '../core/tension';
import { readBeltsCsv } from '../formats/belts-csv';
import { readDriveFile } from '../formats/drive-file';
import { FILE_LIMIT } from '../formats/json';
import { readReadingsCsv } from '../formats/readings-csv';
import { readSurveyFile } from '../formats/survey-file';
import { logProblem } from '../core/wear';
import { decodeText } from '../formats/text';
import { readWav, type Recording } from '../formats/wav';
import { vocabulary } from '../core/fault';
import { answerJob } from '../core/job';
import { readCaseFile } from '../formats/case-file';
import { readJobFile } from '../formats/job-file';
import { readWidthLog } from '../formats/width-log';
import { HELP } from './help';
import { readShiftWidths, shiftAnswer } from './shift';
import { jobAnswer } from './job';
import { traceAnswer } from './trace';
import { readTaps, seeAnswer } from './see';
import { readTapAsk, tapAnswer } from './tap';
import { readTimesAsk, timesAnswer } from './times';
import { readWearAsk, wearAnswer } from './wear';

/** Bad input, in one line for the person who typed it. */
class Refusal extends Error {}

function readText(file: string): string {
  const read = decodeText(readBytes(file, 20 * FILE_LIMIT));
  if (!read.ok) throw new Refusal(`${file}: ${read.problem}`);
  return read.text;
}

function readBytes(file: string, limit: number): Buffer {
  try {
    const facts = statSync(file);
    if (facts.isDirectory()) throw new Refusal(`${file}: this is a folder, not a file`);
    if (facts.size > limit) throw new Refusal(`${file}: the file is too large (${Math.round(facts.size / 1e6)} MB)`);
    return readFileSync(file);
  } catch (error) {
    if (error instanceof Refusal) throw error;
    const code = (error as NodeJS.ErrnoException).code;
    throw new Refusal(
      `${file}: ${code === 'ENOENT' ? 'there is no such file' : code === 'EACCES' ? 'this file may not be read' : 'the file cannot be read'}`,
    );
  }
}

function refuse(file: string, problems: readonly Problem[]): never {
  throw new Refusal(
    problems.map(({ path, message }, i) => `${i === 0 ? `${file}: ` : ''}${path === '' ? '' : `${path}: `}${message}`).join('; '),
  );
}

function loadDrive(file: string): Drive {
  const read = readDriveFile(readText(file));
  return read.ok ? read.drive : refuse(file, read.problems);
}

function solve(files: readonly string[], state: string | undefined): unknown[] {
  return files.map((file) => {
    const result = solveDrive(loadDrive(file), state);
    return result.ok ? result.answer : refuse(file, result.problems);
  });
}

function match(file: string, beltsFile: string, beltId: string | undefined): unknown {
  const drive = loadDrive(file);
  const matchBelts = newBeltMatching();
  // Errors of the drive are reported before errors of the belt list.
  const asked = { drive, beltId, asDrawn: true };
  const without = matchBelts({ ...asked, candidates: [] });
  if (!without.ok) refuse(file, without.problems);
  const belts = readBeltsCsv(readText(beltsFile));
  if (!belts.ok) throw new Refusal(`${beltsFile}: ${belts.problem}`);
  const result = matchBelts({ ...asked, candidates: belts.belts });
  if (!result.ok) refuse(file, result.problems);
  const [unread] = result.match.unread;
  if (unread) throw new Refusal(`${beltsFile}: ${unread.id}: ${unread.problem}`);
  return result.match.belts.map(({ id, verdict, reasons, chance, engaged, disengaged, others }) => ({
    id,
    verdict,
    reasons,
    chance,
    engaged: {
      position: engaged.position,
      atStop: engaged.atStop,
      tension: engaged.tension,
      running: engaged.running,
      brakeOn: engaged.brakeOn,
    },
    disengaged: { position: disengaged.position, slack: disengaged.slack, brakeOn: disengaged.brakeOn },
    others,
  }));
}

function survey(files: readonly string[]): unknown[] {
  return files.map((file) => {
    const sheet = readSurveyFile(readText(file));
    if (!sheet.ok) refuse(file, sheet.problems);
    const { status, pulleys, points, measures: read, photos, suspects, belts, undetermined, next: advice } = solveSurvey(sheet.survey);
    const measures = read.map(({ againstRest: _left, ...m }) => m);
    const next = advice.map(({ settles: _settles, ...n }) => n);
    return {
      status,
      pulleys,
      ...(points.length > 0 ? { points } : {}),
      measures,
      ...(photos.length > 0 ? { photos } : {}),
      suspects,
      belts,
      undetermined,
      next,
    };
  });
}

function tension(file: string, readingsFile: string | undefined, ask: Pick<TensionAsk, 'belt' | 'state' | 'stopSeconds'>): unknown {
  const drive = loadDrive(file);
  const read = readingsFile === undefined ? null : readReadingsCsv(readText(readingsFile));
  if (read && !read.ok) throw new Refusal(`${readingsFile}: ${read.problem}`);
  const lines = read ? read.readings : [];
  const result = tensionSheet(drive, { ...ask, readings: lines.map((l) => l.reading) });
  if (!result.ok) {
    if ('problems' in result) refuse(file, result.problems);
    throw new Refusal(`${readingsFile}: line ${lines[result.reading]!.line}: ${result.problem}`);
  }
  const { combined, release, strands: _strands, slack: _slack, wetFloorN: _wet, ...sheet } = result.sheet;
  const { settings, recommended } = beltSettings(drive, sheet.belt, sheet.band.target);
  return {
    ...sheet,
    combined: combined && { tension: combined.tensionN, sd: combined.sdN },
    settings: settings.map(({ adjuster, position, engaged, disengaged }) => ({ adjuster, position, engaged, disengaged })),
    recommended: recommended.map((r) => ({ adjuster: r.adjuster, position: r.position, tension: r.tension, share: r.share })),
    release: release && {
      seconds: release.seconds,
      pull: release.pullN,
      least: release.leastN,
      span: release.span,
      goesSlack: release.goesSlack,
      slackUnderSeconds: release.slackUnderSeconds,
    },
  };
}

/** A minute of the finest recording, and more, bytes. */
const WAV_LIMIT = 200e6;

function loadRecording(file: string): Recording {
  const wav = readWav(readBytes(file, WAV_LIMIT));
  if (!wav.ok) throw new Refusal(`${file}: ${wav.problem}`);
  return wav.recording;
}

function tap(
  files: readonly string[],
  options: { span?: string | undefined; mass?: string | undefined; expect?: string | undefined },
): unknown[] {
  const read = readTapAsk(options);
  if (!read.ok) throw new Refusal(`taut tap: ${read.problem}`);
  return files.map((file) => tapAnswer(file, loadRecording(file), read.ask));
}

function times(
  files: readonly string[],
  options: { blades?: string | undefined; tips?: string | undefined; run?: string | undefined },
): unknown[] {
  const read = readTimesAsk(options);
  if (!read.ok) throw new Refusal(`taut times: ${read.problem}`);
  return files.map((file) => timesAnswer(file, loadRecording(file), read.ask));
}

const PICTURE_LIMIT = 60e6;

async function seen(files: readonly string[], tapTexts: readonly string[] | undefined, all: boolean): Promise<unknown[]> {
  const read = readTaps(tapTexts);
  if (!read.ok) throw new Refusal(`taut see: ${read.problem}`);
  if (read.taps.length === 0 && !all) throw new Refusal('taut see: enter at least one --tap X,Y, or --all');
  const answers: unknown[] = [];
  for (const file of files) {
    const result = await seeAnswer(file, readBytes(file, PICTURE_LIMIT), read.taps, all);
    if (!result.ok) throw new Refusal(`${file}: ${result.problem}`);
    answers.push(result.answer);
  }
  return answers;
}

function shift(files: readonly string[], widths: readonly string[] | undefined): unknown[] {
  const asked = readShiftWidths(widths);
  if (!asked.ok) throw new Refusal(`taut shift: ${asked.problem}`);
  return files.map((file) => {
    const answer = shiftAnswer(loadDrive(file), asked.widths);
    return answer.ok ? answer.answer : refuse(file, answer.problems);
  });
}

function wear(
  files: readonly string[],
  options: { minimum?: string | undefined; new?: string | undefined; fitted?: string | undefined },
): unknown[] {
  const read = readWearAsk(options);
  if (!read.ok) throw new Refusal(`taut wear: ${read.problem}`);
  return files.map((file) => {
    const log = readWidthLog(readText(file), read.ask.fitted);
    if (!log.ok) throw new Refusal(`${file}: ${log.problem}`);
    const wrong = logProblem(log.readings, read.ask);
    if (wrong) throw new Refusal(`${file}: line ${log.lines[wrong.index]}: ${wrong.problem}`);
    return wearAnswer(log.readings, read.ask);
  });
}

function traced(files: readonly string[]): unknown[] {
  return files.map((file) => {
    const read = readCaseFile(readText(file));
    if (!read.ok) return refuse(file, [read.problem]);
    return traceAnswer(read.case);
  });
}

function job(files: readonly string[]): unknown[] {
  return files.map((file) => {
    const read = readJobFile(readText(file));
    if (!read.ok) return refuse(file, [read.problem]);
    const result = answerJob(read.job);
    return result.ok ? jobAnswer(result.answer) : refuse(file, [result.problem]);
  });
}

function decode(texts: readonly string[]): unknown[] {
  return texts.map((text) => {
    const result = decodeDesignation(text);
    if (!result.ok) throw new Refusal(`decode: ${result.problem}`);
    const { topWidthMm: _top, ...belt } = result.belt;
    return belt;
  });
}

/** Which commands take which option. */
const OPTIONS = {
  state: ['solve', 'tension'],
  belt: ['match', 'tension'],
  stop: ['tension'],
  span: ['tap'],
  mass: ['tap'],
  expect: ['tap'],
  blades: ['times'],
  tips: ['times'],
  run: ['times'],
  width: ['shift'],
  minimum: ['wear'],
  new: ['wear'],
  fitted: ['wear'],
  tap: ['see'],
  all: ['see'],
  vocabulary: ['trace'],
} as const satisfies Readonly<Record<string, readonly string[]>>;
type Option = keyof typeof OPTIONS;

const oneOrAll = (answers: readonly unknown[]): unknown => (answers.length === 1 ? answers[0] : answers);

interface MeasuringOptions {
  readonly span?: string | undefined;
  readonly mass?: string | undefined;
  readonly expect?: string | undefined;
  readonly blades?: string | undefined;
  readonly tips?: string | undefined;
  readonly run?: string | undefined;
  readonly width?: readonly string[] | undefined;
  readonly tap?: readonly string[] | undefined;
  readonly all?: boolean | undefined;
  readonly minimum?: string | undefined;
  readonly new?: string | undefined;
  readonly fitted?: string | undefined;
}

/** Commands with options of their own over any number of files. */
const MEASURING: Readonly<
  Record<
    string,
    | { readonly of: string; readonly answer: (files: readonly string[], options: MeasuringOptions) => unknown[] | Promise<unknown[]> }
    | undefined
  >
> = {
  tap: { of: 'recording', answer: tap },
  times: { of: 'recording', answer: times },
  see: { of: 'picture', answer: (files, { tap: taps, all }) => seen(files, taps, all === true) },
  shift: { of: 'drive file', answer: (files, { width }) => shift(files, width) },
  wear: { of: 'log', answer: wear },
};

async function run(args: readonly string[]): Promise<string> {
  const [command, ...rest] = args;
  if (command === undefined || command === '--help' || command === '-h' || command === 'help') return HELP['']!;
  if (!(command in HELP) || command === '')
    throw new Refusal(
      `taut: “${command}” is not a command; the commands are solve, match, tension, tap, times, see, shift, wear, trace, job, survey and decode`,
    );
  let parsed;
  try {
    parsed = parseArgs({
      args: rest,
      allowPositionals: true,
      options: {
        help: { type: 'boolean', short: 'h' },
        state: { type: 'string' },
        belt: { type: 'string' },
        stop: { type: 'string' },
        span: { type: 'string' },
        mass: { type: 'string' },
        expect: { type: 'string' },
        blades: { type: 'string' },
        tips: { type: 'string' },
        run: { type: 'string' },
        width: { type: 'string', multiple: true },
        minimum: { type: 'string' },
        new: { type: 'string' },
        fitted: { type: 'string' },
        tap: { type: 'string', multiple: true },
        all: { type: 'boolean' },
        vocabulary: { type: 'boolean' },
      },
    });
  } catch (error) {
    throw new Refusal(`taut ${command}: ${(error as Error).message.split('\n')[0]}`);
  }
  const { values, positionals } = parsed;
  if (values.help) return HELP[command]!;
  for (const option of Object.keys(OPTIONS) as Option[])
    if (values[option] !== undefined && !OPTIONS[option].some((one) => one === command))
      throw new Refusal(`taut ${command}: --${option} belongs to ${OPTIONS[option].join(' and ')}`);
  const print = (answer: unknown) => `${JSON.stringify(answer)}\n`;
  if (command === 'match') {
    const [drive, belts] = positionals;
    if (drive === undefined || belts === undefined || positionals.length > 2)
      throw new Refusal('taut match: enter one drive file and one list of belts');
    return print(match(drive, belts, values.belt));
  }
  if (command === 'tension') {
    const [drive, readings] = positionals;
    if (drive === undefined || positionals.length > 2)
      throw new Refusal('taut tension: enter one drive file and, optionally, one readings file');
    const stopSeconds = values.stop === undefined ? undefined : Number(values.stop);
    if (stopSeconds !== undefined && !(stopSeconds > 0 && Number.isFinite(stopSeconds)))
      throw new Refusal(`taut tension: --stop must be a number of seconds above 0, not “${values.stop}”`);
    return print(tension(drive, readings, { belt: values.belt, state: values.state, stopSeconds }));
  }
  const measuring = MEASURING[command];
  if (measuring) {
    if (positionals.length === 0) throw new Refusal(`taut ${command}: name at least one ${measuring.of}`);
    return print(oneOrAll(await measuring.answer(positionals, values)));
  }
  if (command === 'trace') {
    if (values.vocabulary) {
      if (positionals.length > 0) throw new Refusal('taut trace: --vocabulary takes no file');
      return print(vocabulary());
    }
    if (positionals.length === 0) throw new Refusal('taut trace: enter at least one case, or --vocabulary');
    return print(oneOrAll(traced(positionals)));
  }
  const [many, missing] = {
    solve: [solve, 'name at least one drive file'],
    survey: [survey, 'name at least one survey sheet'],
    job: [job, 'name at least one job file'],
    decode: [decode, 'enter at least one belt number or length'],
  }[command as 'solve' | 'survey' | 'job' | 'decode'] as [(inputs: readonly string[], state?: string) => unknown[], string];
  if (positionals.length === 0) throw new Refusal(`taut ${command}: ${missing}`);
  return print(oneOrAll(many(positionals, values.state)));
}

run(process.argv.slice(2)).then(
  (answer) => process.stdout.write(answer),
  (error: unknown) => {
    const line = error instanceof Refusal ? error.message : `taut: internal error (${(error as Error).message}). Report it with the file`;
    process.stderr.write(`${line.replace(/\s*\n\s*/g, ' ')}\n`);
    process.exitCode = 2;
  },
);
