import { Practice } from '@/features/practice/practice-screen';
import { listPracticeSessions } from '@/server/queries/practice';
import { firstAnswer } from '@/server';

export const metadata = { title: 'Practice' };

/** Longest code of a shared machine. */
const LONGEST_CODE = 20;

export default async function PracticePage({ searchParams }: PageProps<'/practice'>) {
  const { code } = await searchParams;
  const first = await firstAnswer(listPracticeSessions, {});
  return <Practice input={{}} first={first} code={typeof code === 'string' ? code.slice(0, LONGEST_CODE) : ''} />;
}
