import { notFound } from 'next/navigation';
import { database, drives, isUnreadable } from '@/db';
import { CompareScreen } from '@/features/compare/compare-screen';
import { UnreadablePage } from '@/ui/unreadable';
import { requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';

export default async function ComparePage({ params }: PageProps<'/drives/[id]/compare'>) {
  const { shopId } = await requirePerson();
  const id = wholeNumber((await params).id);
  const stored = id === null ? null : await drives.findDrive(database(), shopId, id);
  if (!stored) notFound();
  if (isUnreadable(stored)) return <UnreadablePage row={stored} />;
  return <CompareScreen key={stored.version} stored={stored} />;
}
