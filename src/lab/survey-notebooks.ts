import { DEMO_DRIVES, demoDrive } from '../core/drive/sample-drives';
import { carriedTo, compileDrive, lengthWindow, newMatcher, seededRandom, type Drive } from '../core/drive';
import { normalFrom } from './survey-sheets';
import { solveNotebook, notebookFor, type NotebookSolution, type Notebook } from '../core/survey';

/** Notebooks for tests: a known drive measured, exactly or with errors. */
export { DEMO_DRIVES, demoDrive };

export const look = (notebook: Notebook): NotebookSolution => {
  const read = solveNotebook(notebook);
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.look;
};
export const windowOf = (drive: Drive, belt = drive.belts[0]!.id) => {
  const made = compileDrive(drive);
  if (!made.ok) throw new Error(JSON.stringify(made.problems));
  return lengthWindow(newMatcher(made.compiled, belt)!);
};
/** Errors of a tape with a deviation of `sd`, the same for the same seed. */
export const errorsOf = (seed: number, sd: number) => {
  const normal = normalFrom(seededRandom(seed));
  return () => sd * normal();
};

type Spot = { x: number; y: number };

/** Fills in all values of a fresh notebook from a true drive, without tape errors. `noise` is added to every length. */
export function measured(drive: Drive, noise: () => number = () => 0): Notebook {
  const fresh = notebookFor(drive);
  const at = new Map<string, Spot>([...fresh.pulleys, ...fresh.points].map((p) => [p.id, p.sketch]));
  const radius = (id: string) => (drive.pulleys.find((p) => p.id === id)?.outsideDiameter ?? 0) / 2;
  const rims = (kind: string, a: string, b: string) => (kind === 'outside' ? 1 : kind === 'inside' ? -1 : 0) * (radius(a) + radius(b));
  const distance = (a: Spot, b: Spot) => Math.hypot(a.x - b.x, a.y - b.y);
  const between = { ...fresh, arms: fresh.arms.map((arm) => ({ ...arm, stood: 'between' as const })) };
  return sided(
    {
      ...between,
      pulleys: fresh.pulleys.map((p) => {
        const { outsideDiameter, variable: v } = drive.pulleys.find((one) => one.id === p.id)!;
        const faces = v && { angle: v.angle, hubAcross: 2 * v.hubRadius, gapOpen: v.openGap, gapClosed: v.openGap - v.travel };
        return { ...p, outsideDiameter, ...(faces ? { variable: faces } : {}) };
      }),
      measures: fresh.measures.map((m) =>
        'between' in m ? { ...m, value: distance(at.get(m.between[0])!, at.get(m.between[1])!) + rims(m.kind, ...m.between) + noise() } : m,
      ),
      arms: between.arms.map((arm) => {
        const t = drive.tensioners.find((one) => one.id === arm.id)!;
        const brake = drive.brakes.find((b) => b.tensioner === t.id);
        const releasedHigh = brake?.side !== 'below';
        const [released, engaged] = releasedHigh ? [t.max, t.min] : [t.min, t.max];
        const targets = fresh.pulleys.filter((p) => !drive.tensioners.some((one) => one.carries.includes(p.id))).slice(0, 2);
        const places = [['released', released], ['engaged', engaged], ...(brake ? [['brake', brake.appliesAt]] : [])] as [
          'released' | 'engaged' | 'brake',
          number,
        ][];
        return {
          ...arm,
          ends: places.flatMap(([place, q]) =>
            targets.map((to) => ({
              id: `${place}-${to.id}`,
              at: place,
              kind: 'centres' as const,
              from: arm.carries[0]!,
              to: to.id,
              value: distance(carriedTo(t, at.get(arm.carries[0]!)!, q), to.sketch) + noise(),
            })),
          ),
        };
      }),
      springs: fresh.springs.map((s) => {
        const spring = drive.springs.find((one) => one.id === s.id)!;
        return {
          ...s,
          freeLength: spring.freeLength,
          rate: { by: 'given' as const, rate: spring.rate, initialTension: spring.initialTension ?? 0 },
        };
      }),
      belts: fresh.belts.map((b) => {
        const { designation, length } = drive.belts.find((one) => one.id === b.id)!;
        return {
          ...b,
          now: designation
            ? { ...b.now, by: 'number' as const, designation }
            : length
              ? { ...b.now, by: 'wrap' as const, outsideMm: length.value, isNew: true }
              : b.now,
        };
      }),
    },
    JSON.stringify(drive),
  );
}

/** Sides already requested for a drive. They do not depend on the tape, so few remain for its next notebook. */
const asked = new Map<string, Notebook['sides']>();

/** Answers every side question by the sketch, as someone who sees the drive would. */
function sided(unsided: Notebook, drive: string): Notebook {
  let notebook: Notebook = { ...unsided, sides: asked.get(drive) ?? [] };
  const at = new Map<string, Spot>([...notebook.pulleys, ...notebook.points].map((p) => [p.id, p.sketch]));
  for (let round = 0; round < 40; round++) {
    const question = look(notebook).answer.next.find((n) => n.kind === 'side');
    if (!question) {
      asked.set(drive, notebook.sides);
      break;
    }
    const [p, a, b] = [question.of!, ...question.between].map((id) => at.get(id)!) as [Spot, Spot, Spot];
    const right = (b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x) < 0;
    notebook = { ...notebook, sides: [...notebook.sides, { pulley: question.of!, leftOf: [...question.between], right }] };
  }
  return notebook;
}
