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

interface SpringProps extends Pick<StepProps, 'mayChange'> {
  readonly spring: NotebookSpring;
  readonly set: (part: Partial<NotebookSpring>, key?: string) => void;
}

const leverOf = ({ lever }: NotebookSpring): Lever => (lever === null ? 'none' : lever.pulledTo !== null ? 'place' : 'lengths');

/** Notebook with another kind of lever at a spring. A pulled end is a place to measure. */
function withLever(now: Notebook, id: string, to: Lever): Notebook {
  const spring = now.springs.find((one) => one.id === id)!;
  const put = (next: Notebook, lever: NotebookSpring['lever']): Notebook => ({
    ...next,
    springs: next.springs.map((one) => (one.id === id ? { ...one, lever } : one)),
  });
  const bare = spring.lever?.pulledTo ? withoutPlace(put(now, null), spring.lever.pulledTo) : now;
  if (to !== 'place') return put(bare, to === 'none' ? null : { pulledTo: null, released: null, engaged: null });
  const from = bare.points.find((p) => p.id === spring.from.point)?.sketch ?? { x: 0, y: 0 };
  const { notebook: next, id: point } = withPoint(bare, leverEndPulled(within(spring.label)), from);
  return askedFor(put(next, { pulledTo: point, released: null, engaged: null }));
}

function SpringCard({ notebook, look, write, mayChange, spring }: StepProps & { spring: NotebookSpring }) {
  const units = useUnits();
  const set: SpringProps['set'] = (part, key) =>
    write(
      (now) => ({ ...now, springs: now.springs.map((one) => (one.id === spring.id ? { ...one, ...part } : one)) }),
      key && `spring-${spring.id}-${key}`,
    );
  const findings = (look?.built.findings ?? []).filter((f) => f.of === spring.id && f.code !== 'spring-bad');
  return (
    <StepCard at={`part:${spring.id}`}>
      <NameRow
        name={spring.label}
        mayChange={mayChange}
        onName={(label) => set({ label }, 'label')}
        onRemove={() => write((now) => withoutSpring(now, spring.id))}
      />
      <ForceFields {...{ spring, set, mayChange }} />
      <RateLine spring={spring} />
      <EndFields {...{ spring, set, mayChange }} arms={notebook.arms} onLever={(to) => write((now) => withLever(now, spring.id, to))} />
      <AdjusterFields {...{ spring, set, mayChange }} />
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

/** Lengths of a spring, mm. */
const SPRING_MM = { dimension: 'length', optional: true, min: 5, max: 1500 } as const;

/** Kind, free length and rate of a spring. */
function ForceFields({ spring, set, mayChange }: SpringProps) {
  return (
    <Fields wide={196}>
      <Choice
        label="Works by"
        value={spring.kind}
        options={[
          ['extension', 'Pulling'],
          ['compression', 'Pushing'],
        ]}
        disabled={!mayChange}
        onChoose={(kind) => set({ kind })}
      />
      <SavedField
        {...SPRING_MM}
        at={`spring-${spring.id}-free`}
        label="Free length"
        value={spring.freeLength}
        disabled={!mayChange}
        onValue={(freeLength) => set({ freeLength }, 'free')}
      />
      <Choice
        label="Rate from"
        value={spring.rate.by}
        options={entriesOf(BY_WORDS)}
        disabled={!mayChange}
        onChoose={(by) => set({ rate: freshRate(by) })}
      />
      <RateFields spring={spring} disabled={!mayChange} onRate={(rate, key) => set({ rate }, key)} />
    </Fields>
  );
}

/** Bodies at both ends, and the movement by the lever. */
function EndFields({
  spring,
  set,
  mayChange,
  arms,
  onLever,
}: SpringProps & { readonly arms: Notebook['arms']; readonly onLever: (to: Lever) => void }) {
  const bodies = [['frame', 'The frame'], ...arms.map((a) => [a.id, a.label])] as [string, string][];
  const { lever } = spring;
  return (
    <Fields wide={196}>
      <Choice
        label="One end on"
        value={spring.from.body}
        options={bodies}
        disabled={!mayChange}
        onChoose={(body) => set({ from: { ...spring.from, body } })}
      />
      <Choice
        label="Other end on"
        value={spring.to.body}
        options={bodies}
        disabled={!mayChange}
        onChoose={(body) => set({ to: { ...spring.to, body } })}
      />
      <Choice label="The lever" value={leverOf(spring)} options={entriesOf(LEVER_WORDS)} disabled={!mayChange} onChoose={onLever} />
      {lever && leverOf(spring) === 'lengths' && (
        <>
          <SavedField
            {...SPRING_MM}
            at={`spring-${spring.id}-lever-released`}
            label="Length, released"
            value={lever.released}
            disabled={!mayChange}
            onValue={(released) => set({ lever: { ...lever, released } }, 'lever-released')}
          />
          <SavedField
            {...SPRING_MM}
            at={`spring-${spring.id}-lever-engaged`}
            label="Length, engaged, arm held"
            value={lever.engaged}
            disabled={!mayChange}
            onValue={(engaged) => set({ lever: { ...lever, engaged } }, 'lever-engaged')}
          />
        </>
      )}
    </Fields>
  );
}

/** Adjuster at the first end, and its travel. */
function AdjusterFields({ spring, set, mayChange }: SpringProps) {
  const { adjuster } = spring;
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, flexWrap: 'wrap', mt: 0.5 }}>
      <FormControlLabel
        disabled={!mayChange}
        control={
          <Checkbox
            checked={adjuster !== null}
            onChange={(e) =>
              set({ adjuster: e.target.checked ? { label: `Adjuster of the ${within(spring.label)}`, travel: null } : null })
            }
          />
        }
        label="An adjuster moves the first end"
      />
      {adjuster && (
        <SavedField
          at={`spring-${spring.id}-adjuster`}
          label="Thread left on it"
          dimension="length"
          value={adjuster.travel}
          optional
          disabled={!mayChange}
          min={0}
          max={300}
          sx={{ width: 170 }}
          onValue={(travel) => set({ adjuster: { ...adjuster, travel } }, 'adjuster')}
        />
      )}
    </Box>
  );
}
