import { isUnreadable } from '@/db';
import { readPracticeSession } from '@/server/queries/practice';
import { SessionScreen } from '@/features/practice/session-screen';
import { firstAnswer } from '@/server';
import { idOf } from '@/server/params';
import { InBrowser } from '@/ui/in-browser';
import { UnreadablePage } from '@/ui/unreadable';

export const metadata = { title: 'Practice session' };

/** One's own session, at any of its stages. It is a layout, as with a job, so that what is open survives the address. */
export default async function SessionLayout({ children, params }: LayoutProps<'/practice/[id]'>) {
  const session = await firstAnswer(readPracticeSession, await idOf(params));
  if (isUnreadable(session)) return <UnreadablePage row={session} />;
  return (
    <InBrowser>
      <SessionScreen key={session.id} session={session} />
      {children}
    </InBrowser>
  );
}
