'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { SECTIONS } from '@/core/belt';
import { routeDoubts, type Problem } from '@/core/drive';
import { UNKNOWN_NOW, type Notebook, type NotebookBelt } from '@/core/survey';
import { Icon } from '@/ui/icons';
import type { PoseAnswer } from '@/services/solver';
import { RouteEditor } from '../drives/route-editor';
import { askedFor, freshId, withoutPlace, withPoint } from './changes';
import { SavedField } from './saved-field';
import { SoftText, StepCard, type StepProps } from './steps';
import { doubtSentence, placeName } from './messages';

interface RouteStepProps extends StepProps {
  readonly belt: string | null;
  readonly onBelt: (id: string) => void;
  readonly pose: PoseAnswer | null;
  /** Why the belts cannot be laid as routed. */
  readonly problems: readonly Problem[];
}

const asSentence = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;

/** Notebook with another belt, without a route. */
const withBelt = (now: Notebook, id: string): Notebook => ({
  ...now,
  belts: [
    ...now.belts,
    {
      id,
      label: now.belts.length === 0 ? 'Belt' : `Belt ${now.belts.length + 1}`,
      section: '4L',
      route: [],
      asks: '',
      now: UNKNOWN_NOW,
    },
  ],
});

/** Which pulleys a belt passes, in which order, with which side: by tapping them on the drawing or in a list. */
export function RouteStep(props: RouteStepProps) {
  const { notebook, write, mayChange, belt: chosen, onBelt } = props;
  const belt = notebook.belts.find((b) => b.id === chosen) ?? notebook.belts[0] ?? null;
  const add = () => {
    const id = freshId(
      notebook.belts.map((b) => b.id),
      'belt',
    );
    write((now) => withBelt(now, id));
    onBelt(id);
  };
  return (
    <>
      <SoftText>
        Tap the pulleys on the drawing in the order the belt passes them, or add them here. Tap the last one again to remove it.
      </SoftText>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75, mb: 1.5 }}>
        {notebook.belts.length > 1 &&
          notebook.belts.map((b) => (
            <Button key={b.id} size="small" variant={b.id === belt?.id ? 'contained' : 'outlined'} onClick={() => onBelt(b.id)}>
              {b.label}
            </Button>
          ))}
        {mayChange && (
          <Button size="small" startIcon={<Icon name="add" size={18} />} onClick={add}>
            {notebook.belts.length === 0 ? 'Add a belt' : 'Another belt'}
          </Button>
        )}
      </Box>
      {belt && <RouteCard {...props} belt={belt} />}
      <Keepers notebook={notebook} write={write} mayChange={mayChange} />
    </>
  );
}

/** Name, section and route of one belt, with what is wrong with them. */
function RouteCard({ notebook, write, mayChange, belt, pose, problems }: Omit<RouteStepProps, 'belt'> & { belt: NotebookBelt }) {
  const set = (part: Partial<NotebookBelt>, key?: string) =>
    write((now) => ({ ...now, belts: now.belts.map((b) => (b.id === belt.id ? { ...b, ...part } : b)) }), key);
  const travel = pose?.speeds.belts.find((b) => b.belt === belt.id)?.travel ?? 0;
  const carried = new Set(notebook.arms.flatMap((a) => a.carries));
  const doubts = routeDoubts({ pulleys: notebook.pulleys, carried }, belt.route, travel);
  const sentences = new Set([
    ...problems.map((p) => asSentence(p.message)),
    ...(pose?.warnings ?? []).map((w) => asSentence(w.message)),
    ...doubts.map((d) => doubtSentence(d, placeName(notebook, belt.route[d.stop]!.pulley))),
  ]);
  const remove = () =>
    write((now) => ({
      ...now,
      belts: now.belts.filter((b) => b.id !== belt.id),
      measures: now.measures.filter((m) => m.kind !== 'belt' || m.belt !== belt.id),
    }));
  return (
    <StepCard>
      <BeltFields {...{ belt, mayChange, set, remove }} />
      <RouteEditor pulleys={notebook.pulleys} route={belt.route} disabled={!mayChange} onRoute={(route) => set({ route })} />
      {sentences.size > 0 && (
        <Alert severity="warning" variant="outlined" sx={{ mt: 1.5 }}>
          {sentences.size === 1 ? (
            [...sentences][0]
          ) : (
            <Box component="ul" sx={{ m: 0, pl: 2 }}>
              {[...sentences].map((s) => (
                <li key={s}>{s}</li>
              ))}
            </Box>
          )}
        </Alert>
      )}
      {sentences.size === 0 && belt.route.length >= 2 && (
        <Alert severity="success" variant="outlined" icon={<Icon name="check" />} sx={{ mt: 1.5, py: 0 }}>
          The belt can run this way.
        </Alert>
      )}
    </StepCard>
  );
}

/** Name and section of a belt, or its measured size. */
function BeltFields({
  belt,
  mayChange,
  set,
  remove,
}: {
  belt: NotebookBelt;
  mayChange: boolean;
  set: (part: Partial<NotebookBelt>, key?: string) => void;
  remove: () => void;
}) {
  const choose = (section: string) =>
    set(section === 'measured' ? { section, measured: belt.measured ?? { top: 30, depth: 14 } } : { section });
  const { measured } = belt;
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr 1fr', sm: 'minmax(0, 1.4fr) minmax(0, 1fr) 44px' }, gap: 1, mb: 2 }}>
      <TextField
        label="Belt"
        value={belt.label}
        disabled={!mayChange}
        sx={{ gridColumn: { xs: '1 / -1', sm: 'auto' } }}
        onChange={(e) => set({ label: e.target.value.slice(0, 400) }, `belt-label-${belt.id}`)}
      />
      <TextField
        select
        label="Section"
        helperText="Toothed (timing) belts are not covered."
        value={belt.section}
        disabled={!mayChange}
        onChange={(e) => choose(e.target.value)}
      >
        {SECTIONS.map((s) => (
          <MenuItem key={s.name} value={s.name}>
            {s.name}
          </MenuItem>
        ))}
        <MenuItem value="measured">None of these: measured</MenuItem>
      </TextField>
      {mayChange && (
        <IconButton aria-label={`Remove ${belt.label}`} onClick={remove}>
          <Icon name="close" size={18} />
        </IconButton>
      )}
      {belt.section === 'measured' && measured && (
        <>
          <SavedField
            at={`belt-top-${belt.id}`}
            label="Top width"
            dimension="length"
            value={measured.top}
            disabled={!mayChange}
            min={3}
            max={120}
            onValue={(top) => top !== null && set({ measured: { ...measured, top } }, `belt-top-${belt.id}`)}
          />
          <SavedField
            at={`belt-depth-${belt.id}`}
            label="Thickness"
            dimension="length"
            value={measured.depth}
            disabled={!mayChange}
            min={2}
            max={60}
            onValue={(depth) => depth !== null && set({ measured: { ...measured, depth } }, `belt-depth-${belt.id}`)}
          />
        </>
      )}
    </Box>
  );
}

/** Keepers: which pulley each guards, and its gap to the belt. */
function Keepers({ notebook, write, mayChange }: Omit<StepProps, 'look'>) {
  const set = (id: string, part: Partial<Notebook['keepers'][number]>, key?: string) =>
    write((now) => ({ ...now, keepers: now.keepers.map((k) => (k.id === id ? { ...k, ...part } : k)) }), key);
  const add = () =>
    write((now) => {
      const near = now.pulleys[0];
      if (!near) return now;
      const label = `Keeper ${now.keepers.length + 1}`;
      const { notebook: next, id: point } = withPoint(now, label, near.sketch);
      return askedFor({
        ...next,
        keepers: [
          ...next.keepers,
          {
            id: freshId(
              now.keepers.map((k) => k.id),
              'keeper',
            ),
            label,
            near: near.id,
            point,
            gap: null,
          },
        ],
      });
    });
  if (notebook.pulleys.length === 0) return null;
  return (
    <Box component="section" sx={{ mt: 2 }}>
      <Typography variant="h3" sx={{ mb: 0.5 }}>
        Keepers
      </Typography>
      {notebook.keepers.map((k) => (
        <Box
          key={k.id}
          sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr 1fr', sm: 'minmax(0, 1.2fr) minmax(0, 1fr) 120px 44px' }, gap: 1, mb: 1 }}
        >
          <TextField
            label="Keeper"
            value={k.label}
            disabled={!mayChange}
            onChange={(e) => set(k.id, { label: e.target.value.slice(0, 400) }, `keeper-${k.id}`)}
          />
          <TextField select label="Guards" value={k.near} disabled={!mayChange} onChange={(e) => set(k.id, { near: e.target.value })}>
            {notebook.pulleys.map((p) => (
              <MenuItem key={p.id} value={p.id}>
                {p.label}
              </MenuItem>
            ))}
          </TextField>
          <SavedField
            at={`keeper-gap-${k.id}`}
            label="Gap"
            dimension="length"
            value={k.gap}
            optional
            disabled={!mayChange}
            min={0}
            max={100}
            onValue={(gap) => set(k.id, { gap }, `keeper-gap-${k.id}`)}
          />
          {mayChange && (
            <IconButton aria-label={`Remove ${k.label}`} onClick={() => write((now) => withoutPlace(now, k.point))}>
              <Icon name="close" size={18} />
            </IconButton>
          )}
        </Box>
      ))}
      {mayChange && (
        <Button size="small" startIcon={<Icon name="add" size={18} />} onClick={add}>
          Add a keeper
        </Button>
      )}
    </Box>
  );
}
