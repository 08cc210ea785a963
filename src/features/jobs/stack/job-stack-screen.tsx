'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useMemo, type ComponentProps } from 'react';
import type { Stage } from '@/core/job';
import { StackScreen, type StackOfJob } from '../../stacks/stack-screen';
import { StackCard } from './stack-card';
import { answered } from '../../queries/answered';
import type { Job } from '@/contract/records';

/** The stack at one pulley as a job sees it: its faults become findings, and rebuilding it repairs them. */
export function JobStackScreen({ job, ...stack }: Omit<ComponentProps<typeof StackScreen>, 'job'> & { job: Job }) {
  const router = useRouter();
  const go = useCallback((stage: Stage) => router.push(`/jobs/${job.number}?stage=${stage}`), [router, job.number]);
  const { pulley } = stack;
  const of = useMemo(
    (): StackOfJob => ({ number: job.number, card: (drawn) => <StackCard {...drawn} job={job} pulley={pulley} onGo={go} /> }),
    [job, pulley, go],
  );
  return <StackScreen {...stack} job={of} />;
}

const EitherStack = ({ job, ...stack }: Omit<ComponentProps<typeof StackScreen>, 'job'> & { job: Job | null }) =>
  job ? <JobStackScreen {...stack} job={job} /> : <StackScreen {...stack} />;

/** Page of the stack of a pulley, alone or for a job. */
export const StackOfPulley = answered('stack.read', 'This stack', EitherStack, ({ pulley }) => pulley.id);
