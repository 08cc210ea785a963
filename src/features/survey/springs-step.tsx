'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Typography from '@mui/material/Typography';
import type { Notebook, NotebookSpring } from '@/core/survey';
import { Icon } from '@/ui/icons';
import { useUnits } from '@/ui/units';
import { SavedField } from './saved-field';
import { askedFor, freshId, withoutPlace, withoutSpring, withPoint } from './changes';
import { Choice, entriesOf, Fields, NameRow, SoftText, StepCard, type StepProps } from './steps';
import { findingSentence, within, leverEndPulled } from './messages';
import { BY_WORDS, RateFields, RateLine, type By, type Rate } from './spring-rate';

type Lever = 'none' | 'place' | 'lengths';

const LEVER_WORDS: Readonly<Record<Lever, string>> = {
  none: 'Does not move it',
  place: 'Moves the first end',
  lengths: 'Stretches it by a length',
};

const freshRate = (by: By): Rate => {
  switch (by) {
    case 'scale':
      return {
        by,
        pulls: [
          { lengthMm: null, forceN: null },
          { lengthMm: null, forceN: null },
        ],
      };
    case 'wire':
      return { by, wireMm: null, coilMm: null, turns: null, material: 'music' };
    case 'taught':
      return { by, tensionN: null, initialTension: null };
    case 'given':
      return { by, rate: null, initialTension: null };
  }
};

/** Springs: how hard they pull, where they hang, how the lever draws them. */
export function SpringsStep({ notebook, look, write, mayChange }: StepProps) {
  const add = () =>
    write((now) => {
      const id = freshId(
        now.springs.map((s) => s.id),
        'spring',
      );
      const label = now.springs.length === 0 ? 'Spring' : `Spring ${now.springs.length + 1}`;
      const arm = now.arms[0];
      const beside = now.points.find((p) => p.id === arm?.pivot)?.sketch ?? now.pulleys[0]?.sketch ?? { x: 0, y: 0 };
      const a = withPoint(now, `Anchor of the ${label.toLowerCase()}`, { x: beside.x + 60, y: beside.y });
      const b = withPoint(a.notebook, `${arm ? 'Arm end' : 'Other end'} of the ${label.toLowerCase()}`, beside);
      return askedFor({
        ...b.notebook,
        springs: [
          ...b.notebook.springs,
          {
            id,
            label,
            kind: 'extension',
            freeLength: null,
            rate: freshRate('scale'),
            from: { body: 'frame', point: a.id },
            to: { body: arm?.id ?? 'frame', point: b.id },
            lever: null,
            adjuster: null,
          },
        ],
      });
    });
  return (
    <>
      <SoftText>Unhook each spring if it is safe. Measure its free length from hook to hook, with the spring loose.</SoftText>
      {notebook.springs.map((spring) => (
        <SpringCard key={spring.id} notebook={notebook} look={look} write={write} mayChange={mayChange} spring={spring} />
      ))}
      {notebook.springs.length === 0 && <Typography sx={{ mb: 1.5 }}>No spring on this drive.</Typography>}
      {mayChange && (
        <Button variant="outlined" startIcon={<Icon name="add" size={18} />} onClick={add}>
          Add a spring
        </Button>
      )}
    </>
  );
}

function SpringCard({ notebook, look, write, mayChange, spring: s }: StepProps & { spring: NotebookSpring }) {
  const units = useUnits();
  const set = (part: Partial<NotebookSpring>, key?: string) =>
    write(
      (now) => ({ ...now, springs: now.springs.map((one) => (one.id === s.id ? { ...one, ...part } : one)) }),
      key && `spring-${s.id}-${key}`,
    );
  const findings = (look?.built.findings ?? []).filter((f) => f.of === s.id && f.code !== 'spring-bad');
  const lever: Lever = s.lever === null ? 'none' : s.lever.pulledTo !== null ? 'place' : 'lengths';
  const setLever = (to: Lever) =>
    write((now) => {
      const current = now.springs.find((one) => one.id === s.id)!;
      const put = (next: Notebook, value: NotebookSpring['lever']) => ({
        ...next,
        springs: next.springs.map((one) => (one.id === s.id ? { ...one, lever: value } : one)),
      });
      const bare = current.lever?.pulledTo ? withoutPlace(put(now, null), current.lever.pulledTo) : now;
      if (to !== 'place') return put(bare, to === 'none' ? null : { pulledTo: null, released: null, engaged: null });
      const from = bare.points.find((p) => p.id === current.from.point)?.sketch ?? { x: 0, y: 0 };
      const { notebook: next, id } = withPoint(bare, leverEndPulled(within(s.label)), from);
      return askedFor(put(next, { pulledTo: id, released: null, engaged: null }));
    });
  const bodies = [['frame', 'The frame'], ...notebook.arms.map((a) => [a.id, a.label])] as [string, string][];
  return (
    <StepCard at={`part:${s.id}`}>
      <NameRow
        name={s.label}
        mayChange={mayChange}
        onName={(label) => set({ label }, 'label')}
        onRemove={() => write((now) => withoutSpring(now, s.id))}
      />
      <Fields wide={196}>
        <Choice
          label="Works by"
          value={s.kind}
          options={[
            ['extension', 'Pulling'],
            ['compression', 'Pushing'],
          ]}
          disabled={!mayChange}
          onChoose={(kind) => set({ kind })}
        />
        <SavedField
          at={`spring-${s.id}-free`}
          label="Free length"
          dimension="length"
          value={s.freeLength}
          optional
          disabled={!mayChange}
          min={5}
          max={1500}
          onValue={(freeLength) => set({ freeLength }, 'free')}
        />
        <Choice
          label="Rate from"
          value={s.rate.by}
          options={entriesOf(BY_WORDS)}
          disabled={!mayChange}
          onChoose={(by) => set({ rate: freshRate(by) })}
        />
        <RateFields spring={s} disabled={!mayChange} onRate={(rate, key) => set({ rate }, key)} />
      </Fields>
      <RateLine spring={s} />
      <Fields wide={196}>
        <Choice
          label="One end on"
          value={s.from.body}
          options={bodies}
          disabled={!mayChange}
          onChoose={(body) => set({ from: { ...s.from, body } })}
        />
        <Choice
          label="Other end on"
          value={s.to.body}
          options={bodies}
          disabled={!mayChange}
          onChoose={(body) => set({ to: { ...s.to, body } })}
        />
        <Choice label="The lever" value={lever} options={entriesOf(LEVER_WORDS)} disabled={!mayChange} onChoose={setLever} />
        {s.lever && lever === 'lengths' && (
          <>
            <SavedField
              at={`spring-${s.id}-lever-released`}
              label="Length, released"
              dimension="length"
              value={s.lever.released}
              optional
              disabled={!mayChange}
              min={5}
              max={1500}
              onValue={(released) => set({ lever: { ...s.lever!, released } }, 'lever-released')}
            />
            <SavedField
              at={`spring-${s.id}-lever-engaged`}
              label="Length, engaged, arm held"
              dimension="length"
              value={s.lever.engaged}
              optional
              disabled={!mayChange}
              min={5}
              max={1500}
              onValue={(engaged) => set({ lever: { ...s.lever!, engaged } }, 'lever-engaged')}
            />
          </>
        )}
      </Fields>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, flexWrap: 'wrap', mt: 0.5 }}>
        <FormControlLabel
          disabled={!mayChange}
          control={
            <Checkbox
              checked={s.adjuster !== null}
              onChange={(e) => set({ adjuster: e.target.checked ? { label: `Adjuster of the ${within(s.label)}`, travel: null } : null })}
            />
          }
          label="An adjuster moves the first end"
        />
        {s.adjuster && (
          <SavedField
            at={`spring-${s.id}-adjuster`}
            label="Thread left on it"
            dimension="length"
            value={s.adjuster.travel}
            optional
            disabled={!mayChange}
            min={0}
            max={300}
            sx={{ width: 170 }}
            onValue={(travel) => set({ adjuster: { ...s.adjuster!, travel } }, 'adjuster')}
          />
        )}
      </Box>
      {findings.length > 0 && (
        <Alert severity="warning" variant="outlined" sx={{ mt: 1 }}>
          {findings.map((f) => (
            <div key={f.code + (f.text ?? '')}>{findingSentence(notebook, f, units)}</div>
          ))}
        </Alert>
      )}
    </StepCard>
  );
}
