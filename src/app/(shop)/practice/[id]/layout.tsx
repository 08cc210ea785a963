import { notFound } from 'next/navigation';
import { database, isUnreadable, practice } from '@/db';
import { SessionScreen } from '@/features/practice/session-screen';
import { requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';
import { InBrowser } from '@/ui/in-browser';
import { UnreadablePage } from '@/ui/unreadable';

export const metadata = { title: 'Practice session' };

/** A round of one’s own, at any of its stages: a layout, as with a job, so that what is open outlives the address. */
export default async function RoundLayout({ children, params }: LayoutProps<'/practice/[id]'>) {
  const { shopId, id: personId } = await requirePerson();
  const id = wholeNumber((await params).id);
  const round = id === null ? null : await practice.findPracticeSession(database(), { shopId, personId }, id);
  if (!round) notFound();
  if (isUnreadable(round)) return <UnreadablePage row={round} />;
  return (
    <InBrowser>
      <SessionScreen key={round.id} session={round} />
      {children}
    </InBrowser>
  );
}
