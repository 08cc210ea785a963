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

/** Which pulleys a belt passes, in which order, with which side: by tapping them on the drawing or in a list. */
export function RouteStep({ notebook, write, mayChange, belt: chosen, onBelt, pose, problems }: RouteStepProps) {
  const belt = notebook.belts.find((b) => b.id === chosen) ?? notebook.belts[0] ?? null;
  const set = (part: Partial<NotebookBelt>, key?: string) =>
    write((now) => ({ ...now, belts: now.belts.map((b) => (b.id === belt?.id ? { ...b, ...part } : b)) }), key);
  const add = () => {
    const id = freshId(
      notebook.belts.map((b) => b.id),
      'belt',
    );
    write((now) => ({
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
    }));
    onBelt(id);
  };
  const travel = pose?.speeds.belts.find((b) => b.belt === belt?.id)?.travel ?? 0;
  const doubts = belt
    ? routeDoubts({ pulleys: notebook.pulleys, carried: new Set(notebook.arms.flatMap((a) => a.carries)) }, belt.route, travel)
    : [];
  const sayings = [
    ...problems.map((p) => `${p.message.charAt(0).toUpperCase()}${p.message.slice(1)}.`),
    ...(pose?.warnings ?? []).map((w) => `${w.message.charAt(0).toUpperCase()}${w.message.slice(1)}.`),
    ...doubts.map((d) => doubtSentence(d, placeName(notebook, belt!.route[d.stop]!.pulley))),
  ];
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
      {belt && (
        <StepCard>
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
              onChange={(e) =>
                set(
                  e.target.value === 'measured'
                    ? { section: 'measured', measured: belt.measured ?? { top: 30, depth: 14 } }
                    : { section: e.target.value },
                )
              }
            >
              {SECTIONS.map((s) => (
                <MenuItem key={s.name} value={s.name}>
                  {s.name}
                </MenuItem>
              ))}
              <MenuItem value="measured">None of these: measured</MenuItem>
            </TextField>
            {mayChange && (
              <IconButton
                aria-label={`Remove ${belt.label}`}
                onClick={() =>
                  write((now) => ({
                    ...now,
                    belts: now.belts.filter((b) => b.id !== belt.id),
                    measures: now.measures.filter((m) => m.kind !== 'belt' || m.belt !== belt.id),
                  }))
                }
              >
                <Icon name="close" size={18} />
              </IconButton>
            )}
            {belt.section === 'measured' && belt.measured && (
              <>
                <SavedField
                  at={`belt-top-${belt.id}`}
                  label="Top width"
                  dimension="length"
                  value={belt.measured.top}
                  disabled={!mayChange}
                  min={3}
                  max={120}
                  onValue={(top) => top !== null && set({ measured: { ...belt.measured!, top } }, `belt-top-${belt.id}`)}
                />
                <SavedField
                  at={`belt-depth-${belt.id}`}
                  label="Thickness"
                  dimension="length"
                  value={belt.measured.depth}
                  disabled={!mayChange}
                  min={2}
                  max={60}
                  onValue={(depth) => depth !== null && set({ measured: { ...belt.measured!, depth } }, `belt-depth-${belt.id}`)}
                />
              </>
            )}
          </Box>
          <RouteEditor pulleys={notebook.pulleys} route={belt.route} disabled={!mayChange} onRoute={(route) => set({ route })} />
          {sayings.length > 0 && (
            <Alert severity="warning" variant="outlined" sx={{ mt: 1.5 }}>
              {sayings.length === 1 ? (
                sayings[0]
              ) : (
                <Box component="ul" sx={{ m: 0, pl: 2 }}>
                  {[...new Set(sayings)].map((s) => (
                    <li key={s}>{s}</li>
                  ))}
                </Box>
              )}
            </Alert>
          )}
          {sayings.length === 0 && belt.route.length >= 2 && (
            <Alert severity="success" variant="outlined" icon={<Icon name="check" />} sx={{ mt: 1.5, py: 0 }}>
              The belt can run this way.
            </Alert>
          )}
        </StepCard>
      )}
      <Keepers notebook={notebook} write={write} mayChange={mayChange} />
    </>
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
