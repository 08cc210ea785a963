import { compileDrive, numbersOf, validateDrive, type Drive, type Uncertainty } from '../drive';
import type { Built, Finding, Missing } from './finding';
import { heldFindings, mechanismFindings } from './mechanism';
import { bareDrive, diameterOf, variableIn, type Notebook, type NotebookSpring } from './notebook';
import { newReader, round, type Reader } from './reader';
import type { ArmPlace } from './schema';
import type { SurveyAnswer, SurveyedArm } from './answer';
import { estimateOf, withTaught } from './spring-rates';
import { NEGLIGIBLE_ERROR } from './tolerances';

interface Places {
  at(place: string): { x: number; y: number } | null;
  arm(id: string): Pick<SurveyedArm, 'line' | 'held'> | null;
  diameter(pulley: string): number;
}

/** Tape deviation of a length that belongs to a spring. */
const SPRING_LENGTH_SD_MM = 1;

/** The drive file that a notebook amounts to with its places solved, or what is missing for it. Numbers of the drawing to a tenth of a micrometre. */
export function buildDrive(notebook: Notebook, answer: SurveyAnswer): Built {
  const reader = newReader(null);
  const { document, taught, missing, findings, ends } = assemble(notebook, answer, placesOf(notebook, answer, null), reader);
  if (document === null) return { drive: null, missing, findings, problems: [] };
  const read = validateDrive(document);
  if (!read.ok) return { drive: null, missing, findings, problems: read.problems };
  const { drive, untaught } = withTaught(read.drive, taught, reader);
  const made = compileDrive(drive);
  if (!made.ok) return { drive: null, missing, findings, problems: made.problems };
  return {
    drive: askingFor(notebook, drive),
    missing,
    findings: [...findings, ...untaught, ...mechanismFindings(drive, ends)],
    problems: [],
  };
}

/**
 * Drive with the belts that were confirmed as correct: by number, or by the length of a new belt. Measurements of a
 * worn belt check the path and the springs. They never become the belt of the drive.
 */
function askingFor(notebook: Notebook, drive: Drive): Drive {
  return {
    ...drive,
    belts: drive.belts.map((b, i) => {
      const { asks, now } = notebook.belts[i]!;
      const { length, designation, ...rest } = b;
      if (asks.trim() !== '') return { ...rest, designation: asks.trim() };
      if (designation !== undefined) return { ...rest, designation };
      return length !== undefined && now.isNew ? { ...rest, length } : rest;
    }),
  };
}

function placesOf(notebook: Notebook, answer: SurveyAnswer, error: SurveyAnswer['errors'][number] | null): Places {
  const index = new Map([...answer.pulleys, ...answer.points].map((p, i) => [p.id, { p, i }]));
  return {
    at(place) {
      const found = index.get(place);
      if (!found || found.p.x === null || found.p.y === null) return null;
      return { x: found.p.x + (error?.shift[2 * found.i] ?? 0), y: found.p.y + (error?.shift[2 * found.i + 1] ?? 0) };
    },
    arm(id) {
      const i = answer.arms.findIndex((a) => a.id === id);
      const [found, by] = [answer.arms[i], error?.arms[i]];
      if (!found || !by) return found ?? null;
      const moved = (at: ArmPlace) => (found.held[at] === null ? null : found.held[at] + by.held[at]);
      return { line: found.line + by.line, held: { released: moved('released'), engaged: moved('engaged'), brake: moved('brake') } };
    },
    diameter(pulley) {
      const i = answer.pulleys.findIndex((p) => p.id === pulley);
      const shift = error?.diameters.find((d) => d.pulley === i)?.mm ?? 0;
      return (solvedDiameter(notebook, answer, pulley) ?? 0) + shift;
    },
  };
}

/** Diameter of a pulley, mm: measured, or determined by photos. Null where neither is known. */
export const solvedDiameter = (notebook: Notebook, answer: Pick<SurveyAnswer, 'diameters'>, pulley: string): number | null =>
  diameterOf(notebook, pulley) ?? answer.diameters.find((d) => d.pulley === pulley)?.mm ?? null;

interface Assembled {
  /** A drive file, not validated yet; null while something is missing. */
  readonly document: Record<string, unknown> | null;
  /** Springs with a rate to be determined from the engaged drive. */
  readonly taught: readonly NotebookSpring[];
  readonly missing: readonly Missing[];
  readonly findings: readonly Finding[];
  /** Where the travel of each arm ends. */
  readonly ends: ReadonlyMap<string, { released: number; engaged: number }>;
}

/** A build while it runs: the notebook with its solution, and the findings so far. */
interface Build {
  readonly notebook: Notebook;
  readonly answer: SurveyAnswer;
  readonly places: Places;
  readonly reader: Reader;
  readonly missing: Missing[];
  readonly findings: Finding[];
  /** Place of a point. Without one it is reported as missing. */
  readonly place: (id: string) => { readonly x: number; readonly y: number };
}

function assemble(notebook: Notebook, answer: SurveyAnswer, places: Places, reader: Reader): Assembled {
  const missing = missingOf(notebook, answer, places);
  const findings: Finding[] = [];
  const place = (id: string) => {
    const at = places.at(id);
    if (!at && !missing.some((m) => m.of === id)) missing.push({ what: 'place', of: id });
    return at ?? { x: 0, y: 0 };
  };
  const build: Build = { notebook, answer, places, reader, missing, findings, place };
  const { tensioners, brakes, ends } = armsOf(build);
  const { springs, adjusters, taught } = springsOf(build);
  const keepers = keepersOf(build);
  if (missing.length > 0) return { document: null, taught, missing, findings, ends };

  const bare = bareDrive(notebook);
  const moves = springs.some((s) => s.from.leverTravel || s.to.leverTravel);
  const document = {
    ...bare,
    pulleys: bare.pulleys.map((p) => {
      const at = places.at(p.id)!;
      return { ...p, x: round(at.x), y: round(at.y), outsideDiameter: round(places.diameter(p.id)) };
    }),
    tensioners,
    springs,
    adjusters,
    brakes,
    keepers,
    states: moves
      ? [
          { name: 'disengaged', lever: 0 },
          { name: 'engaged', lever: 1 },
        ]
      : [{ name: 'running', lever: 1 }],
  };
  return { document, taught, missing, findings, ends };
}

/** Entries of pulleys and belts that a drive cannot do without. */
function missingOf(notebook: Notebook, answer: SurveyAnswer, places: Places): Missing[] {
  const missing: Missing[] = [];
  if (notebook.name.trim() === '') missing.push({ what: 'name', of: '' });
  for (const p of notebook.pulleys) {
    if (solvedDiameter(notebook, answer, p.id) === null) missing.push({ what: 'diameter', of: p.id });
    if (p.variable && !variableIn(notebook, p.id).variable) missing.push({ what: 'variable', of: p.id });
    if (!places.at(p.id)) missing.push({ what: 'pulley', of: p.id });
  }
  if (notebook.pulleys.length < 2) missing.push({ what: 'pulley', of: '' });
  for (const b of notebook.belts) if (b.route.length < 2) missing.push({ what: 'route', of: b.id });
  return missing;
}

/** Tensioners and brakes of the arms, and the ends of their travel. */
function armsOf({ notebook, answer, places, missing, findings, place }: Build) {
  const tensioners: Drive['tensioners'] = [];
  const brakes: Drive['brakes'] = [];
  const ends = new Map<string, { released: number; engaged: number }>();
  for (const arm of notebook.arms) {
    if (arm.kind === 'pivot' && (arm.pivot === null || !places.at(arm.pivot))) {
      missing.push({ what: 'arm-pivot', of: arm.id });
      continue;
    }
    for (const e of arm.ends) if (e.value !== null) [e.from, e.to].forEach(place);
    const stood = places.arm(arm.id);
    const at = (place: ArmPlace) => (arm.stood === place ? 0 : (stood?.held[place] ?? null));
    const [released, engaged, brake] = [at('released'), at('engaged'), arm.brake === null ? null : at('brake')];
    if (released === null || engaged === null || (arm.brake !== null && brake === null)) {
      missing.push({ what: 'arm-end', of: arm.id });
      continue;
    }
    findings.push(...heldFindings(arm, answer));
    ends.set(arm.id, { released, engaged });
    const base = {
      id: arm.id,
      label: arm.label,
      carries: [...arm.carries],
      min: round(Math.min(released, engaged)),
      max: round(Math.max(released, engaged)),
    };
    if (arm.kind === 'pivot') {
      const pivot = place(arm.pivot!);
      tensioners.push({ ...base, kind: 'pivot', pivot: { x: round(pivot.x), y: round(pivot.y) } });
    } else tensioners.push({ ...base, kind: 'slide', direction: round(stood?.line ?? 0) });
    if (arm.brake !== null && brake !== null)
      brakes.push({
        id: `${arm.id}-brake`,
        label: arm.brake,
        tensioner: arm.id,
        appliesAt: round(brake),
        side: released >= engaged ? 'above' : 'below',
      });
    if (Math.abs(released - engaged) < 1) findings.push({ code: 'ends-coincide', of: arm.id });
  }
  return { tensioners, brakes, ends };
}

/** Springs with their adjusters, and the springs with a rate to be determined from the engaged drive. */
function springsOf(build: Build) {
  const { notebook, reader, missing, findings } = build;
  const adjusters: Drive['adjusters'] = [];
  const springs: Drive['springs'] = [];
  const taught: NotebookSpring[] = [];
  for (const s of notebook.springs) {
    if (s.freeLength === null) {
      missing.push({ what: 'spring-length', of: s.id });
      continue;
    }
    const estimate = estimateOf(s, reader);
    if (estimate === null || typeof estimate === 'string') {
      if (estimate !== null) findings.push({ code: 'spring-bad', of: s.id, text: estimate });
      missing.push({ what: 'spring', of: s.id });
      continue;
    }
    if (s.rate.by === 'taught') taught.push(s);
    const { from, to, adjuster } = springEndsOf(build, s);
    if (adjuster) adjusters.push(adjuster);
    springs.push({
      id: s.id,
      label: s.label,
      kind: s.kind,
      freeLength: round(reader.take(`spring ${s.id} free`, s.freeLength, SPRING_LENGTH_SD_MM)),
      rate: round(Math.max(1e-3, estimate.rate), 6),
      ...(s.kind === 'extension' ? { initialTension: round(Math.max(0, estimate.initialTension)) } : {}),
      from,
      to,
    });
  }
  return { springs, adjusters, taught };
}

/** Ends of a spring, with the travel of its lever and its adjuster, both along its line. */
function springEndsOf({ place, reader, missing }: Build, s: NotebookSpring) {
  const [from, to] = [place(s.from.point), place(s.to.point)];
  const length = Math.hypot(from.x - to.x, from.y - to.y) || 1;
  const [ux, uy] = [(from.x - to.x) / length, (from.y - to.y) / length];
  let leverTravel;
  if (s.lever) {
    if (s.lever.pulledTo !== null) {
      const pulled = place(s.lever.pulledTo);
      leverTravel = { dx: round(pulled.x - from.x), dy: round(pulled.y - from.y) };
    } else if (s.lever.released === null || s.lever.engaged === null) missing.push({ what: 'lever', of: s.id });
    else {
      const travel = reader.take(`spring ${s.id} lever`, s.lever.engaged - s.lever.released, SPRING_LENGTH_SD_MM * Math.SQRT2);
      leverTravel = { dx: round(travel * ux), dy: round(travel * uy) };
    }
  }
  const adjustable = s.adjuster && s.adjuster.travel !== null && s.adjuster.travel > 0 ? s.adjuster : null;
  const id = `${s.id}-adjuster`;
  return {
    from: {
      body: s.from.body,
      x: round(from.x),
      y: round(from.y),
      ...(leverTravel ? { leverTravel } : {}),
      ...(adjustable ? { adjuster: { id, direction: round((Math.atan2(uy, ux) * 180) / Math.PI) } } : {}),
    },
    to: { body: s.to.body, x: round(to.x), y: round(to.y) },
    adjuster: adjustable && { id, label: adjustable.label, min: 0, max: adjustable.travel!, position: 0 },
  };
}

/** Keepers with a place. A keeper moves nothing: without a place it is excluded and reported, and the drive is still made. */
const keepersOf = ({ notebook, places, findings }: Build): Drive['keepers'] =>
  notebook.keepers.flatMap((k) => {
    const at = places.at(k.point);
    if (!at) {
      findings.push({ code: 'keeper-left-out', of: k.id });
      return [];
    }
    return [{ id: k.id, label: k.label, near: k.near, x: round(at.x), y: round(at.y), ...(k.gap !== null ? { gap: k.gap } : {}) }];
  });

/**
 * Uncertainty of a built drive: every error of the survey, arms and springs is carried through the build alone, as the
 * difference for one deviation.
 */
export function uncertaintyOf(notebook: Notebook, answer: SurveyAnswer, drive: Drive): Uncertainty {
  const numbersWith = (error: SurveyAnswer['errors'][number] | null, reader: Reader): Map<string, number> | null => {
    const { document, taught } = assemble(notebook, answer, placesOf(notebook, answer, error), reader);
    if (document === null) return null;
    if (taught.length === 0) return numbersOf(document);
    const read = validateDrive(document);
    return read.ok ? numbersOf(withTaught(read.drive, taught, reader).drive) : null;
  };
  const reader = newReader(null);
  numbersWith(null, reader);
  const variants = [
    ...answer.errors.map((error) => numbersWith(error, newReader(null))),
    ...[...reader.sds.keys()].map((key) => numbersWith(null, newReader({ key, by: 1 }))),
  ];
  const base = numbersOf(drive);
  const differences = variants.flatMap((numbers) => {
    if (!numbers) return [];
    const moved = new Map(
      [...base].map(([path, v]) => [path, (numbers.get(path) ?? v) - v] as const).filter(([, d]) => Math.abs(d) > NEGLIGIBLE_ERROR),
    );
    return moved.size > 0 ? [moved] : [];
  });
  const paths = [...base.keys()].filter((path) => differences.some((d) => d.has(path)));
  return { paths, base: paths.map((p) => base.get(p)!), errors: differences.map((d) => paths.map((p) => round(d.get(p) ?? 0))) };
}
