import { redirect } from 'next/navigation';
import { database, people } from '@/db';
import { SignInScreen } from '@/features/account/sign-in-screen';
import { currentPerson } from '@/server';

export const metadata = { title: 'Sign in' };

export default async function SignInPage() {
  if (await currentPerson()) redirect('/');
  if (!(await people.anyPerson(database()))) redirect('/first-owner');
  return <SignInScreen />;
}
