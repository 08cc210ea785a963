import { database, practice } from '@/db';
import { PracticeScreen } from '@/features/practice/practice-screen';
import { requirePerson } from '@/server';

export const metadata = { title: 'Practice' };

export default async function PracticePage({ searchParams }: PageProps<'/practice'>) {
  const { shopId, id } = await requirePerson();
  const { code } = await searchParams;
  return (
    <PracticeScreen
      rounds={await practice.practiceSessionsOf(database(), { shopId, personId: id })}
      code={typeof code === 'string' ? code.slice(0, 20) : ''}
    />
  );
}
