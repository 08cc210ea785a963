import { notFound } from 'next/navigation';
import { database, documents, drives, isUnreadable, jobs, stacks } from '@/db';
import { JobStackScreen } from '@/features/jobs/stack/job-stack-screen';
import { StackScreen } from '@/features/stacks/stack-screen';
import { UnreadablePage } from '@/ui/unreadable';
import { requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';

export default async function StackPage({ params, searchParams }: PageProps<'/drives/[id]/stacks/[pulley]'>) {
  const { shopId } = await requirePerson();
  const { id: drive, pulley: asked } = await params;
  const id = wholeNumber(drive);
  const stored = id === null ? null : await drives.findDrive(database(), shopId, id);
  if (!stored) notFound();
  if (isUnreadable(stored)) return <UnreadablePage row={stored} />;
  const pulley = stored.document.pulleys.find((p) => p.id === decodeURIComponent(asked));
  if (!pulley) notFound();
  const from = wholeNumber(String((await searchParams)['job'] ?? ''));
  const [all, papers, job] = await Promise.all([
    stacks.stacksOf(database(), shopId, stored.id),
    documents.documentsOf(database(), shopId, { driveIds: [stored.id] }),
    from === null ? null : jobs.findJob(database(), shopId, from),
  ]);
  const kept = all.find((s) => s.pulley === pulley.id) ?? null;
  if (kept && isUnreadable(kept)) return <UnreadablePage row={kept} />;
  const props = {
    drive: stored,
    pulley: { id: pulley.id, label: pulley.label ?? 'a pulley' },
    kept,
    papers: papers.filter((p) => p.station === pulley.id),
  };
  const key = kept?.version ?? 0;
  return job?.driveId === stored.id ? <JobStackScreen key={key} {...props} job={job} /> : <StackScreen key={key} {...props} />;
}
