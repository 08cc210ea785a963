import Box from '@mui/material/Box';
import { diameterOf, UNKNOWN_DIAMETER_MM, type NotebookSolution, type Notebook } from '@/core/survey';
import { placeName, within, oneMoved, othersMoved, sideOfLine } from './messages';

type CandidateLayout = NotebookSolution['images'][number];

/** Name of a layout in the comparison. */
const LETTERS = ['A', 'B', 'C', 'D'];

/**
 * Equally good layouts next to each other, to one scale. Pressing one selects it. Places that differ from the first are
 * copper.
 */
export function LayoutChoice({
  notebook,
  images,
  mayChange,
  onChoose,
}: {
  notebook: Notebook;
  images: readonly CandidateLayout[];
  mayChange: boolean;
  onChoose: (image: CandidateLayout) => void;
}) {
  const radius = new Map(notebook.pulleys.map((p) => [p.id, (diameterOf(notebook, p.id) ?? UNKNOWN_DIAMETER_MM) / 2]));
  const ends = images.flatMap(({ layout }) =>
    layout.map((p) => {
      const r = radius.get(p.id) ?? 0;
      return [p.x - r, -p.y - r, p.x + r, -p.y + r] as const;
    }),
  );
  const [x0, y0] = [Math.min(...ends.map((e) => e[0])), Math.min(...ends.map((e) => e[1]))];
  const [x1, y1] = [Math.max(...ends.map((e) => e[2])), Math.max(...ends.map((e) => e[3]))];
  const size = Math.max(x1 - x0, y1 - y0, 1);
  const air = 0.06 * size;
  const view = `${x0 - air} ${y0 - air} ${x1 - x0 + 2 * air} ${y1 - y0 + 2 * air}`;
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(2, minmax(0, 1fr))', gap: 1 }}>
      {images.map((image, i) => (
        <Box
          key={LETTERS[i]}
          component="button"
          type="button"
          disabled={!mayChange}
          onClick={() => onChoose(image)}
          aria-label={`It is ${LETTERS[i]}: ${describe(notebook, image)}`}
          sx={{
            all: 'unset',
            display: 'flex',
            flexDirection: 'column',
            cursor: mayChange ? 'pointer' : 'default',
            border: '1px solid var(--ts-edge)',
            borderRadius: '4px',
            bgcolor: 'var(--ts-sand)',
            p: 0.5,
            '&:hover': { borderColor: mayChange ? 'var(--ts-work)' : 'var(--ts-edge)' },
            '&:focus-visible': { outline: '3px solid var(--ts-work)' },
          }}
        >
          <Box component="span" sx={{ fontWeight: 700, pl: 0.5 }}>
            {LETTERS[i]}
          </Box>
          <Drawing image={image} notebook={notebook} radius={radius} view={view} px={size / 190} />
          <Box component="span" sx={{ display: 'block', fontSize: 13, lineHeight: 1.3, px: 0.5, pb: 0.25 }}>
            {i === 0 ? 'Nearest to the sketch' : unlikeWords(notebook, image)}
          </Box>
        </Box>
      ))}
    </Box>
  );
}

/** Largest number of named places that differ. */
const MOST_NAMED = 2;

/** Difference between a layout and the first, as a caption. */
function unlikeWords(notebook: Notebook, { turnedOver, moved }: CandidateLayout): string {
  const names = moved.slice(0, MOST_NAMED).map((id) => within(placeName(notebook, id)));
  const rest = moved.length - names.length;
  const all = rest > 0 ? [...names, `${rest} more`] : names;
  const elsewhere = all.length > 1 ? othersMoved(all.slice(0, -1).join(', '), all.at(-1)!) : oneMoved(all[0] ?? '');
  const parts = [turnedOver ? 'turned over' : '', all.length > 0 ? `the ${elsewhere}` : ''].filter(Boolean);
  const words = parts.join(', ');
  return words.charAt(0).toUpperCase() + words.slice(1);
}

/** Properties of a layout that the others do not have, in words. */
function describe(notebook: Notebook, { sides }: CandidateLayout): string {
  const name = (id: string) => placeName(notebook, id);
  return sides.map(({ pulley, leftOf: [a, b], right }) => sideOfLine(name(pulley), right === true, name(a), name(b))).join(', ');
}

function Drawing({
  image: { layout, moved },
  notebook,
  radius,
  view,
  px,
}: {
  image: CandidateLayout;
  notebook: Notebook;
  radius: ReadonlyMap<string, number>;
  view: string;
  /** mm of the drawing to a pixel of the screen, about. */
  px: number;
}) {
  const at = new Map(layout.map((p) => [p.id, p]));
  const path = (route: Notebook['belts'][number]['route']) =>
    route
      .flatMap((s) => at.get(s.pulley) ?? [])
      .map((p, i) => `${i === 0 ? 'M' : 'L'}${p.x} ${-p.y}`)
      .join('') + 'Z';
  return (
    <svg
      viewBox={view}
      width="100%"
      height={128}
      preserveAspectRatio="xMidYMid meet"
      aria-hidden
      focusable="false"
      style={{ display: 'block' }}
    >
      {notebook.belts.map(
        (b) => b.route.length > 1 && <path key={b.id} d={path(b.route)} fill="none" stroke="var(--ts-metal-edge)" strokeWidth={2 * px} />,
      )}
      {layout.map((p) => {
        const r = radius.get(p.id);
        const ink = moved.includes(p.id) ? 'var(--ts-copper)' : 'var(--ts-ink)';
        const station = notebook.pulleys.findIndex((one) => one.id === p.id) + 1;
        return r === undefined ? (
          <path key={p.id} d={`M${p.x - 4 * px} ${-p.y}h${8 * px}M${p.x} ${-p.y - 4 * px}v${8 * px}`} stroke={ink} strokeWidth={1.8 * px} />
        ) : (
          <g key={p.id}>
            <circle cx={p.x} cy={-p.y} r={r} fill="var(--ts-card)" stroke={ink} strokeWidth={1.8 * px} />
            <text x={p.x} y={-p.y} textAnchor="middle" dominantBaseline="central" fontSize={13 * px} fontWeight={700} fill={ink}>
              {station}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
