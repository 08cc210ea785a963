import { Notebooks } from '@/features/survey/notebooks-screen';
import { listNotebooks } from '@/server/queries/survey';
import { firstAnswer } from '@/server';
import { wholeNumber } from '@/server/params';

export const metadata = { title: 'Measure a drive' };

export default async function MeasurePage({ searchParams }: PageProps<'/drives/measure'>) {
  const input = { machine: wholeNumber((await searchParams)['machine']) };
  return <Notebooks input={input} first={await firstAnswer(listNotebooks, input)} />;
}
