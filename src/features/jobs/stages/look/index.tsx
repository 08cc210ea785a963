'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import Typography from '@mui/material/Typography';
import { useMemo, useState } from 'react';
import { checkOf, type CheckId, type DriveKind, type SetupId } from '@/core/fault';
import { askedOf, findingsOf, placeOfFinding, setupsUp, walkOf, type Found, type WalkCheck, type WalkGroup } from '@/core/job';
import type { Light } from '@/ui/plate/lights';
import { Plate } from '@/ui/plate/plate';
import { usePose } from '@/ui/solver';
import { RESULT_WORDS } from '../../bay-words';
import { ProcedureSteps } from '../../procedure';
import { STAGE_WORDS } from '../../stage-words';
import type { Bay } from '../../use-bay';
import { StageFrame } from '../frame';
import type { StageModule, StageProps } from '../module';
import { useSimulated } from '../simulated';
import { NoteField } from '../note-field';
import { StageMoves } from '../stage-moves';
import { TraceRequestProvider } from '../../../trace/request';
import { TraceOfJob } from '../../../trace/trace-of-job';
import { useTracedOrder } from '../../../trace/traced-order';
import { BeltWidth } from './belt-width';
import { CheckCard } from './check-card';

const WORST: Readonly<Record<Light, number>> = { good: 0, 'not-reached': 1, watch: 2, bad: 3 };
/** Checks of a group in sight before the rest is unfolded. */
const SHOWN = 8;

/** The worst that was found at each part. */
function lightsOf(found: ReadonlyMap<string, Found>): Map<string, Light> {
  const lit = new Map<string, Light>();
  for (const { part, result } of found.values()) {
    if (!part) continue;
    const now = lit.get(part.id);
    if (!now || WORST[result] > WORST[now]) lit.set(part.id, result);
  }
  return lit;
}

/** The station walk: every check that can tell something, in groups by what has to be off for it, beside the drive drawn. */
function Bench(props: StageProps) {
  return (
    <TraceRequestProvider {...props}>
      <Stage {...props} />
    </TraceRequestProvider>
  );
}

function Stage(props: StageProps) {
  const { job, writable } = props;
  const { bay } = props;
  const found = useMemo(() => findingsOf(job.entries), [job.entries]);
  const up = useMemo(() => setupsUp(job.entries), [job.entries]);
  const complaints = askedOf(job.entries)?.complaints;
  const kind = bay.kind ?? 'deck-lever';
  const simulated = useSimulated() !== null;
  const order = useTracedOrder();
  const groups = useMemo(() => walkOf(kind, complaints ?? [], bay.drive, order), [kind, complaints, bay.drive, order]);
  const [open, setOpen] = useState<string | null>(null);
  const apart = open === null || groups.some((g) => g.checks.some((c) => c.check.id === open)) ? null : checkApart(open as CheckId);
  const [only, setOnly] = useState<string | null>(null);
  const lit = useMemo(() => lightsOf(found), [found]);
  const part = bay.drive?.pulleys.find((p) => p.id === only);
  const shown = part
    ? groups
        .map((g) => ({ ...g, checks: g.checks.filter((c) => c.parts.some((p) => p?.id === part.id)) }))
        .filter((g) => g.checks.length > 0)
    : groups;
  return (
    <StageFrame {...props} wide>
      {bay.drive && <Drawn bay={bay} lit={lit} selected={only} onSelect={setOnly} />}
      {part && (
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, mb: 1 }}>
          <Box sx={{ fontWeight: 650 }}>Checks of {part.label ?? part.id}</Box>
          <Button onClick={() => setOnly(null)}>Show all checks</Button>
        </Box>
      )}
      <TraceOfJob
        {...props}
        onCheck={(check) => {
          setOnly(null);
          setOpen(check);
          requestAnimationFrame(() => document.getElementById(`check-${check}`)?.scrollIntoView({ block: 'center' }));
        }}
      />
      {apart && <CheckApart {...props} {...{ bay, item: apart, kind, found }} />}
      {!simulated && bay.drive?.kind === 'cvt' && <BeltWidth {...props} drive={bay.drive} />}
      {!simulated && <ProcedureSteps {...props} />}
      {shown.map((group) => (
        <Group
          key={group.setups.map((s) => s.id).join('+')}
          {...props}
          {...{ bay, group, found, up, open, kind }}
          onOpen={(id) => setOpen(id === open ? null : id)}
        />
      ))}
      {writable && !simulated && (
        <Box sx={{ maxWidth: 720, mt: 2 }}>
          <NoteField {...props} placeholder={STAGE_WORDS.look.notePlaceholder} />
          <StageMoves {...props} />
        </Box>
      )}
    </StageFrame>
  );
}

/** A check that the walk does not hold, since it is asked or made running: tracing may want it all the same. */
const checkApart = (id: CheckId): WalkCheck => ({ check: checkOf(id) as WalkCheck['check'], parts: [null] });

function CheckApart({
  job,
  at,
  acts,
  writable,
  bay,
  item,
  kind,
  found,
}: StageProps & { item: WalkCheck; kind: DriveKind; found: ReturnType<typeof findingsOf> }) {
  const { check } = item;
  const simulated = useSimulated() !== null;
  return (
    <Box
      id={`check-${check.id}`}
      sx={{ border: '1px solid var(--ts-edge)', borderRadius: '4px', bgcolor: 'var(--ts-card)', p: 1.5, mb: 2 }}
    >
      <Typography variant="h3" sx={{ mb: 0.5 }}>
        {check.label}
      </Typography>
      {check.state === 'running' && !simulated && (
        <Alert
          severity="warning"
          variant="outlined"
          sx={{ mb: 1 }}
          action={<Button onClick={() => acts.go('ask')}>To the powered test</Button>}
        >
          It is made running: only by the list of a powered test, under Ask.
        </Alert>
      )}
      <CheckCard {...{ job, at, acts, bay, item, kind, found, writable }} />
    </Box>
  );
}

function Drawn({
  bay,
  lit,
  selected,
  onSelect,
}: {
  bay: Bay;
  lit: ReadonlyMap<string, Light>;
  selected: string | null;
  onSelect: (id: string | null) => void;
}) {
  const [lever, setLever] = useState(0);
  const drive = bay.drive!;
  const { answer } = usePose(useMemo(() => ({ drive, lever }), [drive, lever]));
  return (
    <Box sx={{ height: { xs: 236, md: 300 }, mb: 2 }}>
      <Plate
        drive={drive}
        answer={answer?.ok ? answer.answer : null}
        lever={lever}
        onLever={setLever}
        selected={selected}
        onTap={onSelect}
        lit={lit}
        height={150}
      />
    </Box>
  );
}

function Group({
  group,
  bay,
  found,
  up,
  open,
  kind,
  onOpen,
  ...stage
}: StageProps & {
  group: WalkGroup;
  bay: Bay;
  found: ReadonlyMap<string, Found>;
  up: ReadonlySet<SetupId>;
  open: string | null;
  kind: NonNullable<Bay['kind']>;
  onOpen: (id: string) => void;
}) {
  const { job, at, acts, writable } = stage;
  const [all, setAll] = useState(false);
  const setups = group.setups.map((s) => ({ ...s, id: s.id as SetupId }));
  const waits = setups.filter((s) => !up.has(s.id));
  const tried = (c: WalkCheck) => c.parts.filter((p) => found.has(placeOfFinding({ check: c.check.id, part: p }))).length;
  const checks = all ? group.checks : group.checks.filter((c, i) => i < SHOWN || tried(c) > 0 || c.check.id === open);
  const minutes = waits.reduce((sum, s) => sum + s.minutes, 0);
  const move = async (isUp: boolean) => {
    for (const s of isUp ? waits : [...setups].reverse().filter((one) => up.has(one.id)))
      await acts.write(at, 'setup', { setup: s.id, up: isUp }, `Job ${job.number}: ${s.label}${isUp ? '' : ', back on'}`);
  };
  return (
    <Box component="section" aria-label={setups.length === 0 ? 'As it stands' : setups.map((s) => s.label).join(', ')} sx={{ mb: 2.5 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1, mb: 0.5 }}>
        <Typography variant="h2" sx={{ mr: 'auto' }}>
          {setups.length === 0 ? 'As it stands' : setups.map((s) => s.label).join(', ')}
        </Typography>
        {waits.length > 0 && <Box sx={{ color: 'var(--ts-quiet)' }}>{minutes} min more, once for all of these</Box>}
        {writable && waits.length > 0 && (
          <Button variant="outlined" onClick={() => void move(true)}>
            {waits.length === 1 ? 'It is off' : 'They are off'}
          </Button>
        )}
        {writable && setups.length > 0 && waits.length === 0 && <Button onClick={() => void move(false)}>Back on</Button>}
      </Box>
      <Box
        component="ul"
        sx={{ listStyle: 'none', p: 0, m: 0, border: '1px solid var(--ts-edge)', borderRadius: '4px', bgcolor: 'var(--ts-card)' }}
      >
        {checks.map((item, i) => {
          const done = tried(item);
          const results = item.parts.flatMap((p) => found.get(placeOfFinding({ check: item.check.id, part: p }))?.result ?? []);
          const worst = [...results].sort((a, b) => WORST[b] - WORST[a])[0];
          const isOpen = open === item.check.id;
          return (
            <Box
              component="li"
              key={item.check.id}
              id={`check-${item.check.id}`}
              sx={{ borderTop: i === 0 ? 0 : '1px solid var(--ts-edge)' }}
            >
              <ButtonBase
                aria-expanded={isOpen}
                onClick={() => onOpen(item.check.id)}
                sx={{ width: '100%', minHeight: 56, px: 1.5, gap: 1.5, justifyContent: 'flex-start', textAlign: 'left', fontSize: 16 }}
              >
                <Box sx={{ flex: 1, fontWeight: isOpen ? 650 : 450 }}>{item.check.label}</Box>
                {worst ? (
                  <Box sx={{ fontWeight: worst === 'bad' ? 650 : 450, color: worst === 'bad' ? 'var(--ts-stop)' : 'var(--ts-quiet)' }}>
                    {RESULT_WORDS[worst]}
                    {item.parts.length > 1 ? `, ${done} of ${item.parts.length}` : ''}
                  </Box>
                ) : (
                  <Box sx={{ color: 'var(--ts-quiet)', whiteSpace: 'nowrap' }}>{item.check.minutes * item.parts.length} min</Box>
                )}
              </ButtonBase>
              {isOpen && (
                <Box sx={{ px: 1.5, pb: 1.5 }}>
                  <CheckCard {...{ job, at, acts, bay, item, kind, found, writable }} />
                </Box>
              )}
            </Box>
          );
        })}
      </Box>
      {checks.length < group.checks.length && (
        <Button onClick={() => setAll(true)} sx={{ mt: 0.5 }}>
          {group.checks.length - checks.length} more checks
        </Button>
      )}
    </Box>
  );
}

export const lookStage: StageModule = { Bench };
