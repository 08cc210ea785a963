'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import type { SetupId } from '@/core/fault';
import { foundAt, type Found, type OrderedCheck, type CheckGroup } from '@/core/job';
import { RESULT_WORDS } from '../../job-messages';
import type { JobContext } from '../../use-job-context';
import type { StageProps } from '../module';
import { CheckCard } from './check-card';
import { WORST } from './lights';
import { moreMinutes } from '../../stage-messages';

/** Number of checks of a group that are visible before unfolding. */
const SHOWN = 8;

/** Checks with the same removed parts, which are removed once for all of them. */
export function Group({
  group,
  jobContext,
  found,
  up,
  open,
  kind,
  onOpen,
  ...stage
}: StageProps & {
  group: CheckGroup;
  jobContext: JobContext;
  found: ReadonlyMap<string, Found>;
  up: ReadonlySet<SetupId>;
  open: string | null;
  kind: NonNullable<JobContext['kind']>;
  onOpen: (id: string) => void;
}) {
  const { job, at, commands, writable } = stage;
  const [all, setAll] = useState(false);
  const setups = group.setups.map((s) => ({ ...s, id: s.id as SetupId }));
  const waits = setups.filter((s) => !up.has(s.id));
  const tried = (c: OrderedCheck) => c.parts.filter((p) => foundAt(found, c.check.id, p) !== undefined).length;
  const checks = all ? group.checks : group.checks.filter((c, i) => i < SHOWN || tried(c) > 0 || c.check.id === open);
  const minutes = waits.reduce((sum, s) => sum + s.minutes, 0);
  const move = async (isUp: boolean) => {
    for (const s of isUp ? waits : [...setups].reverse().filter((one) => up.has(one.id)))
      await commands.write(at, 'setup', { setup: s.id, up: isUp }, `Job ${job.number}: ${s.label}${isUp ? '' : ', back on'}`);
  };
  return (
    <Box component="section" aria-label={setups.length === 0 ? 'No parts removed' : setups.map((s) => s.label).join(', ')} sx={{ mb: 2.5 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1, mb: 0.5 }}>
        <Typography variant="h2" sx={{ mr: 'auto' }}>
          {setups.length === 0 ? 'No parts removed' : setups.map((s) => s.label).join(', ')}
        </Typography>
        {waits.length > 0 && <Box sx={{ color: 'var(--ts-quiet)' }}>{moreMinutes(minutes)}</Box>}
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
          const results = item.parts.flatMap((p) => foundAt(found, item.check.id, p)?.result ?? []);
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
                  <CheckCard {...{ job, at, commands, jobContext, item, kind, found, writable }} />
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
