import { redirect } from 'next/navigation';
import { connection } from 'next/server';
import { database, people } from '@/db';
import { FirstOwnerScreen } from '@/features/account/sign-in-screen';

export const metadata = { title: 'Open your shop' };

export default async function FirstOwnerPage() {
  await connection();
  if (await people.anyPerson(database())) redirect('/sign-in');
  return <FirstOwnerScreen />;
}
