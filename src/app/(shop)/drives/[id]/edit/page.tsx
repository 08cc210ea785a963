import { notFound } from 'next/navigation';
import { database, drives, isUnreadable } from '@/db';
import { EditorScreen } from '@/features/drives/editor-screen';
import { UnreadablePage } from '@/ui/unreadable';
import { requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';

export default async function EditDrivePage({ params }: PageProps<'/drives/[id]/edit'>) {
  const { shopId } = await requirePerson();
  const id = wholeNumber((await params).id);
  const stored = id === null ? null : await drives.findDrive(database(), shopId, id);
  if (!stored) notFound();
  if (isUnreadable(stored)) return <UnreadablePage row={stored} />;
  return <EditorScreen key={stored.id} stored={stored} start={stored.document} />;
}
