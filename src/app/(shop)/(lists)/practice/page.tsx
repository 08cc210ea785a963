import { database, practice } from '@/db';
import { PracticeScreen } from '@/features/practice/practice-screen';
import { requirePerson } from '@/server';

export const metadata = { title: 'Practice' };

export default async function PracticePage() {
  const { shopId, id } = await requirePerson();
  return <PracticeScreen rounds={await practice.roundsOf(database(), { shopId, personId: id })} />;
}
