import { database, notebooks } from '@/db';
import { NotebooksScreen } from '@/features/survey/notebooks-screen';
import { requirePerson } from '@/server';

export const metadata = { title: 'Measure a drive' };

export default async function MeasurePage() {
  const { shopId } = await requirePerson();
  return <NotebooksScreen notebooks={await notebooks.listNotebooks(database(), shopId)} />;
}
