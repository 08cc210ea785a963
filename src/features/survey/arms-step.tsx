'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import IconButton from '@mui/material/IconButton';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { ARM_PLACES, heldId, LONGEST_TAPE_MM, type ArmPlace, type Notebook, type NotebookArm } from '@/core/survey';
import { Icon } from '@/ui/icons';
import { useUnits } from '@/ui/units';
import { askedFor, freshId, withArm, withoutArm, withPoint } from './changes';
import { SavedField } from './saved-field';
import { Choice, entriesOf, Fields, NameRow, SoftText, StepCard, type StepProps } from './steps';
import { againstRestWords, findingSentence, KIND_OF_TAPE, placeName, SUSPECT_WORDS, within } from './messages';

const PLACE_WORDS: Readonly<Record<ArmPlace, string>> = {
  released: 'Fully released',
  engaged: 'Fully engaged',
  brake: 'Where the brake comes on',
};

/** Arms and slides: what they carry, how they stood, and the distances that say where their travel ends. */
export function ArmsStep({ notebook, look, write, mayChange }: StepProps) {
  const add = () =>
    write((now) => {
      const id = freshId(
        now.arms.map((a) => a.id),
        'arm',
      );
      const carried = now.pulleys.find((p) => p.role === 'idler' && !now.arms.some((a) => a.carries.includes(p.id)));
      const label = now.arms.length === 0 ? 'Idler arm' : `Arm ${now.arms.length + 1}`;
      const { notebook: next, id: pivot } = withPoint(now, `Pivot of the ${label.toLowerCase()}`, carried?.sketch ?? { x: 0, y: 0 });
      const arm: NotebookArm = {
        id,
        label,
        kind: 'pivot',
        pivot,
        carries: carried ? [carried.id] : [],
        stood: 'released',
        brake: null,
        ends: [],
      };
      return askedFor(withArm({ ...next, arms: [...next.arms, arm] }, arm));
    });
  return (
    <>
      <SoftText>
        For each arm or slide: hold it at an end of its travel, and measure from its pulley. The arm did not move during the earlier
        distances.
      </SoftText>
      {notebook.arms.map((arm) => (
        <ArmCard key={arm.id} notebook={notebook} look={look} write={write} mayChange={mayChange} arm={arm} />
      ))}
      {notebook.arms.length === 0 && <Typography sx={{ mb: 1.5 }}>No arm or slide: this drive has no moving tensioner.</Typography>}
      {mayChange && (
        <Button variant="outlined" startIcon={<Icon name="add" size={18} />} onClick={add}>
          Add an arm or a slide
        </Button>
      )}
    </>
  );
}

function ArmCard({ notebook, look, write, mayChange, arm }: StepProps & { arm: NotebookArm }) {
  const units = useUnits();
  const set = (part: Partial<NotebookArm>, key?: string) =>
    write((now) => {
      const current = now.arms.find((a) => a.id === arm.id);
      return current ? withArm(now, { ...current, ...part }) : now;
    }, key);
  const setKind = (kind: NotebookArm['kind']) =>
    write((now) => {
      const current = now.arms.find((a) => a.id === arm.id)!;
      if (kind === 'slide' || current.pivot !== null) return withArm(now, { ...current, kind });
      const beside = now.pulleys.find((p) => p.id === current.carries[0])?.sketch ?? { x: 0, y: 0 };
      const { notebook: next, id } = withPoint(now, `Pivot of the ${within(current.label)}`, beside);
      return askedFor(withArm(next, { ...current, kind, pivot: id }));
    });
  const findings = (look?.built.findings ?? []).filter((f) => f.of === arm.id);
  const others = notebook.pulleys.filter((p) => !notebook.arms.some((a) => a.id !== arm.id && a.carries.includes(p.id)));
  return (
    <StepCard at={`part:${arm.id}`}>
      <NameRow
        name={arm.label}
        mayChange={mayChange}
        onName={(label) => set({ label }, `arm-${arm.id}`)}
        onRemove={() => write((now) => withoutArm(now, arm.id))}
      />
      <Fields wide={196}>
        <Choice
          label="Moves"
          value={arm.kind}
          options={[
            ['pivot', 'Swings about a pivot'],
            ['slide', 'Slides in a straight line'],
          ]}
          disabled={!mayChange}
          onChoose={(value) => setKind(value)}
        />
        <TextField
          select
          label="Carries"
          value={arm.carries}
          disabled={!mayChange}
          slotProps={{ select: { multiple: true } }}
          onChange={(e) => set({ carries: e.target.value as unknown as string[] })}
        >
          {others.map((p) => (
            <MenuItem key={p.id} value={p.id}>
              {p.label}
            </MenuItem>
          ))}
        </TextField>
        <Choice
          label="Position during the distances"
          value={arm.stood}
          options={[
            ['released', 'Released'],
            ['engaged', 'Engaged'],
            ['between', 'Somewhere between'],
          ]}
          disabled={!mayChange}
          onChoose={(value) => set({ stood: value })}
        />
      </Fields>
      <FormControlLabel
        disabled={!mayChange}
        control={<Checkbox checked={arm.brake !== null} onChange={(e) => set({ brake: e.target.checked ? 'Brake' : null })} />}
        label="The brake comes on when released"
      />
      {(['released', 'engaged', 'brake'] as const)
        .filter((at) => arm.ends.some((e) => e.at === at))
        .map((at) => (
          <Box key={at} sx={{ mt: 1 }}>
            <Typography variant="h3">{PLACE_WORDS[at]}</Typography>
            {arm.ends
              .filter((e) => e.at === at)
              .map((end) => (
                <EndRow key={end.id} notebook={notebook} look={look} write={write} mayChange={mayChange} arm={arm} end={end} />
              ))}
          </Box>
        ))}
      {mayChange && arm.carries.length > 0 && (
        <AddEnd
          notebook={notebook}
          arm={arm}
          onAdd={(end) => write((now) => ({ ...now, arms: now.arms.map((a) => (a.id === arm.id ? { ...a, ends: [...a.ends, end] } : a)) }))}
        />
      )}
      {findings.length > 0 && (
        <Alert severity="warning" variant="outlined" sx={{ mt: 1 }}>
          {findings.map((f) => (
            <div key={f.code + (f.end ?? '')}>{findingSentence(notebook, f, units)}</div>
          ))}
        </Alert>
      )}
    </StepCard>
  );
}

/** One distance with the arm held: its reading, and how it sits with the rest. */
function EndRow({ notebook, look, write, mayChange, arm, end }: StepProps & { arm: NotebookArm; end: NotebookArm['ends'][number] }) {
  const units = useUnits();
  const id = heldId(arm.id, end.id);
  const suspects = look?.answer.suspects.slice(0, 2) ?? [];
  const at = suspects.indexOf(id);
  const skipped = end.skipped === true;
  const title = `${placeName(notebook, end.from)} to ${within(placeName(notebook, end.to))}`;
  const solved = look?.answer.measures.find((m) => m.id === id);
  const says = skipped
    ? 'excluded'
    : [SUSPECT_WORDS[at], againstRestWords(end, solved, notebook.tapeSd, at >= 0, units)].filter(Boolean).join(' · ');
  const change = (ends: (all: NotebookArm['ends']) => NotebookArm['ends'], key?: string) =>
    write((now) => ({ ...now, arms: now.arms.map((a) => (a.id === arm.id ? { ...a, ends: ends(a.ends) } : a)) }), key);
  const set = (part: Partial<NotebookArm['ends'][number]>, key?: string) =>
    change((all) => all.map((e) => (e.id === end.id ? { ...e, ...part } : e)), key);
  return (
    <Box
      data-at={`end:${id}`}
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr) 150px', sm: 'minmax(0, 1.3fr) minmax(0, 1fr) 150px 44px' },
        gap: 1,
        alignItems: 'center',
        mt: 1,
        pl: 1,
        borderLeft: `4px solid ${at >= 0 ? 'var(--ts-copper)' : 'transparent'}`,
      }}
    >
      <Box sx={{ gridColumn: { xs: '1 / -1', sm: 'auto' } }}>
        <Box sx={{ textDecoration: skipped ? 'line-through' : 'none' }}>{title}</Box>
        <Box sx={{ fontSize: 13, color: at >= 0 ? 'var(--ts-copper)' : 'var(--ts-quiet)' }}>
          {says}
          {mayChange && (at >= 0 || skipped) && (
            <Button size="small" onClick={() => set({ skipped: !skipped })}>
              {skipped ? 'Include again' : 'Exclude'}
            </Button>
          )}
        </Box>
      </Box>
      <Choice label="Taken" value={end.kind} options={entriesOf(KIND_OF_TAPE)} disabled={!mayChange} onChoose={(kind) => set({ kind })} />
      <SavedField
        at={`end-${arm.id}-${end.id}`}
        label="Reading"
        dimension="length"
        value={end.value}
        optional
        disabled={!mayChange || skipped}
        min={0.1}
        max={LONGEST_TAPE_MM}
        onValue={(value) => set({ value }, `end-${arm.id}-${end.id}`)}
        ariaLabel={`Reading, ${within(PLACE_WORDS[end.at])}: ${within(title)}`}
      />
      {mayChange && (
        <IconButton
          aria-label={`Remove ${title}, ${within(PLACE_WORDS[end.at])}`}
          onClick={() => change((all) => all.filter((o) => o.id !== end.id))}
        >
          <Icon name="close" size={18} />
        </IconButton>
      )}
    </Box>
  );
}

/** Another distance with the arm held, to any fixed place. */
function AddEnd({ notebook, arm, onAdd }: { notebook: Notebook; arm: NotebookArm; onAdd: (end: NotebookArm['ends'][number]) => void }) {
  const places = [...notebook.pulleys, ...notebook.points].filter((p) => !arm.carries.includes(p.id) && p.id !== arm.pivot);
  const at = ARM_PLACES.filter((p) => p !== arm.stood && (p !== 'brake' || arm.brake !== null));
  return (
    <TextField
      select
      label="Add distance"
      value=""
      sx={{ mt: 1.5, maxWidth: 420 }}
      onChange={(e) => {
        const [place, to] = e.target.value.split('\n') as [ArmPlace, string];
        onAdd({
          id: freshId(
            arm.ends.map((one) => one.id),
            `${place}-more`,
          ),
          at: place,
          kind: 'centres',
          from: arm.carries[0]!,
          to,
          value: null,
        });
      }}
    >
      {at.flatMap((place) =>
        places.map((p) => (
          <MenuItem key={place + p.id} value={`${place}\n${p.id}`}>
            {PLACE_WORDS[place]}: to {within(p.label)}
          </MenuItem>
        )),
      )}
    </TextField>
  );
}
