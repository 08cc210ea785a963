import { carriedTo, compileDrive, newSolver, solveEquilibrium, springReadings, statesOf, type Drive } from '../drive';
import type { Finding } from './finding';
import { heldId, type NotebookArm } from './notebook';
import type { SurveyAnswer } from './answer';

/** Invisible error, mm, of a reading that the others determine to no better than a third of it. */
const SLIP_MM = 25;

/** Findings about the ends of an arm: another position that fits equally, and readings without a check. */
export function heldFindings(arm: NotebookArm, answer: SurveyAnswer): Finding[] {
  const seconds = answer.arms.find((a) => a.id === arm.id)?.seconds ?? [];
  return [
    ...(seconds.length > 0 ? [{ code: 'second-place' as const, of: arm.id }] : []),
    ...arm.ends.flatMap((end): Finding[] => {
      const solved = answer.measures.find((m) => m.id === heldId(arm.id, end.id));
      if (!solved || seconds.includes(end.at)) return [];
      const { againstRest } = solved;
      return againstRest && 3 * againstRest.sd <= SLIP_MM ? [] : [{ code: 'arm-reading-unchecked', of: arm.id, end: end.id }];
    }),
  ];
}

/** Positions between the ends of travel at which a belt's path is tried. */
const TRAVEL_STEPS = 8;

/** Function of the mechanism: springs loaded at both ends of travel, belt tighter towards the engaged end. */
export function mechanismFindings(drive: Drive, ends: ReadonlyMap<string, { released: number; engaged: number }>): Finding[] {
  const found: Finding[] = [];
  const made = compileDrive(drive);
  if (!made.ok) return found;
  const solver = newSolver(made.compiled);
  for (const state of statesOf(drive)) {
    const e = solveEquilibrium(solver, state.lever, state.locks ?? {});
    springReadings(solver.work, e.positions, state.lever).forEach(({ length }, i) => {
      const s = drive.springs[i]!;
      const slack = (s.kind === 'extension' ? 1 : -1) * (s.freeLength - length);
      // A spring that the lever stretches is let loose by it, too.
      const letLoose = state.lever < 1 && made.compiled.springs[i]!.ends.some((end) => end.dx !== 0 || end.dy !== 0);
      if (slack > 1 && !letLoose) found.push({ code: 'spring-slack', of: s.id, mm: slack, text: state.name });
    });
  }
  drive.brakes.forEach((b) => {
    const t = drive.tensioners.find((one) => one.id === b.tensioner)!;
    if (b.appliesAt < t.min - 0.5 || b.appliesAt > t.max + 0.5) found.push({ code: 'brake-outside-travel', of: t.id });
  });
  drive.tensioners.forEach((t) => {
    const end = ends.get(t.id);
    if (!end) return;
    const length = (q: number) => {
      const compiled = compileDrive({
        ...drive,
        pulleys: drive.pulleys.map((p) => (t.carries.includes(p.id) ? { ...p, ...carriedTo(t, p, q) } : p)),
      });
      return compiled.ok ? Math.max(...compiled.compiled.belts.map((b) => b.drawnLength)) : NaN;
    };
    // Over the whole travel: near the released end a loose belt may not touch the idler. Past the engaged end it may be
    // in the way.
    const lengths = Array.from({ length: TRAVEL_STEPS + 1 }, (_, k) =>
      length(end.released + ((end.engaged - end.released) * k) / TRAVEL_STEPS),
    ).filter(Number.isFinite);
    if (lengths.length > 1 && lengths[lengths.length - 1]! - lengths[0]! < -0.5) found.push({ code: 'tightens-the-wrong-way', of: t.id });
  });
  return found;
}
