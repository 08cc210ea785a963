'use client';

import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import Typography from '@mui/material/Typography';
import { useMemo, useState } from 'react';
import { checksFor, vocabulary } from '@/core/fault';
import type { Drive } from '@/core/drive';
import { findingsOf, type OrderedCheck } from '@/core/job';
import { USUAL_LIMITS } from '@/core/machine';
import { CYCLE_CHECKS, cycleBehaviour, type Model } from '@/core/practice';
import { Fold } from '@/ui/fold';
import { blank, lazyPart } from '@/ui/lazy';
import { DriveSketch } from '@/ui/plate/sketch';
import { CheckCard } from '../jobs/stages/look/check-card';
import { StageFrame } from '../jobs/stages/frame';
import type { StageProps } from '../jobs/stages/module';
import type { PlayedSession } from './use-practice-session';
import { everythingRefitted, soundTakes } from './messages';

const Listen = lazyPart(async () => (await import('../times/listen')).Listen, blank(200));

const words = vocabulary();

/** Questions to the customer, and checks with the machine running, before anything is removed. */
export function AskedAndRun({ props, model, played }: { props: StageProps; model: Model; played: PlayedSession }) {
  const [open, setOpen] = useState<string | null>(null);
  const found = useMemo(() => findingsOf(props.job.entries), [props.job.entries]);
  const complaints = useMemo(() => props.job.entries.flatMap((e) => (e.type === 'asked' ? e.body.complaints : [])), [props.job.entries]);
  const checks = useMemo(() => {
    const ranked = checksFor(complaints, model.kind);
    return [...ranked, ...checksFor([], model.kind).filter((c) => !ranked.includes(c))].filter(
      (c) => c.state === 'asked' || c.state === 'running',
    );
  }, [complaints, model.kind]);
  return (
    <Box component="section" aria-label="Ask and try" sx={{ mt: 3 }}>
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        More questions and powered checks
      </Typography>
      <Box
        component="ul"
        sx={{ listStyle: 'none', p: 0, m: 0, border: '1px solid var(--ts-edge)', borderRadius: '4px', bgcolor: 'var(--ts-card)' }}
      >
        {checks.map((check, i) => {
          const item: OrderedCheck = { check: check as OrderedCheck['check'], parts: [null] };
          const result = [...found.values()].find((f) => f.check === check.id)?.result;
          return (
            <Box component="li" key={check.id} sx={{ borderTop: i === 0 ? 0 : '1px solid var(--ts-edge)' }}>
              <ButtonBase
                aria-expanded={open === check.id}
                onClick={() => setOpen(open === check.id ? null : check.id)}
                sx={{ width: '100%', minHeight: 56, px: 1.5, gap: 1.5, justifyContent: 'flex-start', textAlign: 'left', fontSize: 16 }}
              >
                <Box sx={{ flex: 1, fontWeight: open === check.id ? 650 : 450 }}>{check.label}</Box>
                <Box sx={{ color: result === 'bad' ? 'var(--ts-stop)' : 'var(--ts-quiet)', fontWeight: result === 'bad' ? 650 : 450 }}>
                  {result && result !== 'not-reached' ? check.results[result] : `${check.minutes} min`}
                </Box>
              </ButtonBase>
              {open === check.id && (
                <Box sx={{ px: 1.5, pb: 1.5 }}>
                  <CheckCard {...props} item={item} kind={model.kind} found={found} />
                </Box>
              )}
            </Box>
          );
        })}
      </Box>
      {props.jobContext.drive && !played.over && timedBySound(model).length > 0 && (
        <Fold title="Times by sound" says="simulated machine">
          <Box sx={{ mb: 1 }}>{soundTakes(timedBySound(model).reduce((a, c) => a + c.minutes, 0))}</Box>
          <SimulatedCycles drive={props.jobContext.drive} {...{ model, played }} />
        </Fold>
      )}
    </Box>
  );
}

/** Checks of a machine that one cycle answers. */
const timedBySound = ({ kind }: Model) =>
  words.checks.filter((c) => (CYCLE_CHECKS as readonly string[]).includes(c.id) && c.kinds.includes(kind));

/** Limit of the stop time of a simulated machine, s. */
const STOP_LIMIT_S = USUAL_LIMITS.stop['ride-on'];

/** Cycles of the machine of the session. A cycle is a move: it answers the checks of both times, unless they are answered. */
function SimulatedCycles({ drive, model, played }: { drive: Drive; model: Model; played: PlayedSession }) {
  const { session, stored, play } = played;
  const run = () => {
    const since = session.now.history.slice(session.now.history.findLastIndex((e) => 'fixed' in e) + 1);
    for (const { id, label } of timedBySound(model))
      if (!since.some((e) => 'check' in e && e.check === id)) play({ look: id }, `Practice: ${label}`);
    return cycleBehaviour(words, stored.machine, session, STOP_LIMIT_S);
  };
  return <Listen drive={drive} limitS={STOP_LIMIT_S} wanted={1} onSimulate={run} onSave={null} />;
}

/** Test run that shows whether the complaint is fixed. Then the machine may be handed back. */
export function RunIt({ props, played, looked }: { props: StageProps; played: PlayedSession; looked: boolean }) {
  const { session, over } = played;
  const last = session.steps.findLast((s) => 'prove' in s.move);
  const repairedSince = last ? session.steps.slice(session.steps.indexOf(last) + 1).some((s) => 'mend' in s.move) : true;
  return (
    <StageFrame {...props}>
      <Box sx={{ mb: 2, fontSize: 17 }}>{everythingRefitted(words.prove.minutes, looked)}</Box>
      {last && (
        <Alert severity={last.result === 'gone' ? 'success' : 'warning'} variant="outlined" sx={{ mb: 2, fontSize: 17 }}>
          {last.result === 'gone' ? 'The complaint did not show this time.' : 'The complaint is still present.'}
          {repairedSince ? ' A repair was made since.' : ''}
        </Alert>
      )}
      {!over && (
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          <Button
            variant={session.gone ? 'outlined' : 'contained'}
            sx={{ minHeight: 56 }}
            onClick={() => played.play({ prove: true }, 'Practice: test run')}
          >
            Run test
          </Button>
          {session.gone && (
            <Button variant="contained" sx={{ minHeight: 56 }} onClick={played.finish}>
              Hand back machine
            </Button>
          )}
        </Box>
      )}
      {props.jobContext.drive && (
        <Box sx={{ mt: 2, p: 1.5, border: '1px solid var(--ts-edge)', borderRadius: '4px', bgcolor: 'var(--ts-card)' }}>
          <DriveSketch drive={props.jobContext.drive} height={240} />
        </Box>
      )}
    </StageFrame>
  );
}
