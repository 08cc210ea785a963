import type { Drive } from '@/core/drive';
import { bareDrive, type NotebookSolution, type Notebook } from '@/core/survey';
import type { PlateMark } from '@/ui/plate/marks';
import { hasRimPhoto } from './photo-marks';

export interface Preview {
  readonly drive: Drive;
  /** Pivots, spring ends and keepers that the drive itself does not show yet. */
  readonly marks: readonly PlateMark[];
  /** Places that no measure fixes yet: drawn as sketched. */
  readonly loose: ReadonlySet<string>;
}

/**
 * Drawing of a notebook on the Plate: the drive if it can be made, otherwise its pulleys and belts as measured or
 * sketched.
 */
export function previewOf(notebook: Notebook, look: NotebookSolution | null, sketched: boolean): Preview {
  const places = new Map(sketched ? [] : look?.layout.map((p) => [p.id, p]));
  const spot = (p: { id: string; sketch: { x: number; y: number } }) => places.get(p.id) ?? { ...p.sketch, fixed: false };
  const loose = new Set(sketched ? [] : [...notebook.pulleys, ...notebook.points].filter((p) => !spot(p).fixed).map((p) => p.id));
  const built = sketched ? null : (look?.built.drive ?? null);
  if (built) return { drive: built, marks: [], loose };
  const bare = bareDrive(notebook);
  // A photo without a scale shows no sizes, so a belt cannot be drawn yet.
  const unscaled = loose.size > 0 && hasRimPhoto(notebook);
  const sizes = new Map(look?.answer.diameters.map((d) => [d.pulley, d.mm]));
  const at = new Map(notebook.pulleys.map((p) => [p.id, spot(p)]));
  return {
    drive: {
      ...bare,
      tensioners: [],
      springs: [],
      adjusters: [],
      brakes: [],
      keepers: [],
      states: [{ name: 'running', lever: 1 }],
      pulleys: bare.pulleys.map((p) => ({
        ...p,
        x: at.get(p.id)!.x,
        y: at.get(p.id)!.y,
        outsideDiameter: sizes.get(p.id) ?? p.outsideDiameter,
      })),
      belts: bare.belts.filter((b) => b.route.length >= 2 && !unscaled).map(({ designation: _number, length: _length, ...b }) => b),
    },
    marks: notebook.points.map((p) => ({ id: p.id, label: p.label, x: spot(p).x, y: spot(p).y })),
    loose,
  };
}
