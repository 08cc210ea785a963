import { readFileSync, statSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { decodeDesignation } from '../core/belt';
import { newBeltMatching, solveDrive, type Drive, type Problem } from '../core/drive';
import { solveSurvey } from '../core/survey';
import { readBeltsCsv } from '../formats/belts-csv';
import { readDriveFile } from '../formats/drive-file';
import { FILE_LIMIT } from '../formats/json';
import { readSurveyFile } from '../formats/survey-file';
import { decodeText } from '../formats/text';
import { HELP } from './help';

/** Bad input, in one line for the person who typed it. */
class Refusal extends Error {}

function readText(file: string): string {
  try {
    const facts = statSync(file);
    if (facts.isDirectory()) throw new Refusal(`${file}: this is a folder, not a file`);
    if (facts.size > 20 * FILE_LIMIT) throw new Refusal(`${file}: the file is too large (${Math.round(facts.size / 1e6)} MB)`);
    const read = decodeText(readFileSync(file));
    if (!read.ok) throw new Refusal(`${file}: ${read.problem}`);
    return read.text;
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
  // What is wrong with the drive is told before anything of the list of belts.
  const asked = { drive, beltId, asDrawn: true };
  const without = matchBelts({ ...asked, candidates: [] });
  if (!without.ok) refuse(file, without.problems);
  const belts = readBeltsCsv(readText(beltsFile));
  if (!belts.ok) throw new Refusal(`${beltsFile}: ${belts.problem}`);
  const result = matchBelts({ ...asked, candidates: belts.belts });
  if (!result.ok) refuse(file, result.problems);
  const [unread] = result.match.unread;
  if (unread) throw new Refusal(`${beltsFile}: ${unread.id}: ${unread.problem}`);
  return result.match.belts.map(({ id, verdict, reasons, chance, engaged, disengaged }) => ({
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

function decode(texts: readonly string[]): unknown[] {
  return texts.map((text) => {
    const result = decodeDesignation(text);
    if (!result.ok) throw new Refusal(`decode: ${result.problem}`);
    return result.belt;
  });
}

const oneOrAll = (answers: readonly unknown[]): unknown => (answers.length === 1 ? answers[0] : answers);

function run(args: readonly string[]): string {
  const [command, ...rest] = args;
  if (command === undefined || command === '--help' || command === '-h' || command === 'help') return HELP['']!;
  if (!(command in HELP) || command === '')
    throw new Refusal(`taut: “${command}” is not a command; the commands are solve, match, survey and decode`);
  let parsed;
  try {
    parsed = parseArgs({
      args: rest,
      allowPositionals: true,
      options: { help: { type: 'boolean', short: 'h' }, state: { type: 'string' }, belt: { type: 'string' } },
    });
  } catch (error) {
    throw new Refusal(`taut ${command}: ${(error as Error).message.split('\n')[0]}`);
  }
  const { values, positionals } = parsed;
  if (values.help) return HELP[command]!;
  if (values.state !== undefined && command !== 'solve') throw new Refusal(`taut ${command}: --state belongs to solve`);
  if (values.belt !== undefined && command !== 'match') throw new Refusal(`taut ${command}: --belt belongs to match`);
  const print = (answer: unknown) => `${JSON.stringify(answer)}\n`;
  if (command === 'match') {
    const [drive, belts] = positionals;
    if (drive === undefined || belts === undefined || positionals.length > 2)
      throw new Refusal('taut match: give one drive file and one list of belts');
    return print(match(drive, belts, values.belt));
  }
  const [many, missing] = {
    solve: [solve, 'name at least one drive file'],
    survey: [survey, 'name at least one survey sheet'],
    decode: [decode, 'give at least one belt number or length'],
  }[command as 'solve' | 'survey' | 'decode'] as [(inputs: readonly string[], state?: string) => unknown[], string];
  if (positionals.length === 0) throw new Refusal(`taut ${command}: ${missing}`);
  return print(oneOrAll(many(positionals, values.state)));
}

try {
  process.stdout.write(run(process.argv.slice(2)));
} catch (error) {
  const line =
    error instanceof Refusal
      ? error.message
      : `taut: something went wrong inside (${(error as Error).message}); please report it with the file`;
  process.stderr.write(`${line.replace(/\s*\n\s*/g, ' ')}\n`);
  process.exitCode = 2;
}
