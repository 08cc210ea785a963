import { database, machines, notebooks } from '@/db';
import { NotebooksScreen } from '@/features/survey/notebooks-screen';
import { requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';

export const metadata = { title: 'Measure a drive' };

export default async function MeasurePage({ searchParams }: PageProps<'/drives/measure'>) {
  const { shopId } = await requirePerson();
  const asked = (await searchParams)['machine'];
  const id = typeof asked === 'string' ? wholeNumber(asked) : null;
  const machine = id === null ? null : await machines.findMachine(database(), shopId, id);
  return <NotebooksScreen notebooks={(await notebooks.listNotebooks(database(), shopId, { limit: 100 })).rows} machine={machine} />;
}
