import { notFound } from 'next/navigation';
import { database, documents, drives, isUnreadable, stacks } from '@/db';
import { StackScreen } from '@/features/stacks/stack-screen';
import { UnreadablePage } from '@/ui/unreadable';
import { requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';

export default async function StackPage({ params }: PageProps<'/drives/[id]/stacks/[pulley]'>) {
  const { shopId } = await requirePerson();
  const { id: drive, pulley: asked } = await params;
  const id = wholeNumber(drive);
  const stored = id === null ? null : await drives.findDrive(database(), shopId, id);
  if (!stored) notFound();
  if (isUnreadable(stored)) return <UnreadablePage row={stored} />;
  const pulley = stored.document.pulleys.find((p) => p.id === decodeURIComponent(asked));
  if (!pulley) notFound();
  const [all, papers] = await Promise.all([
    stacks.stacksOf(database(), shopId, stored.id),
    documents.documentsOf(database(), shopId, { driveIds: [stored.id] }),
  ]);
  const kept = all.find((s) => s.pulley === pulley.id) ?? null;
  if (kept && isUnreadable(kept)) return <UnreadablePage row={kept} />;
  return (
    <StackScreen
      key={kept?.version ?? 0}
      drive={stored}
      pulley={{ id: pulley.id, label: pulley.label ?? 'a pulley' }}
      kept={kept}
      papers={papers.filter((p) => p.station === pulley.id)}
    />
  );
}
