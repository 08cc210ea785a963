import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { database, jobs } from '@/db';
import { requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';
import { InBrowser } from '@/ui/in-browser';

type Props = Pick<LayoutProps<'/jobs/[number]'>, 'params'>;

/** Null where there is none. */
async function titleOfNamed({ params }: Props): Promise<string | null> {
  const { shopId } = await requirePerson();
  const number = wholeNumber((await params).number);
  return number === null ? null : jobs.titleOf(database().ofShop(shopId), number);
}

export async function generateMetadata(props: Props): Promise<Metadata> {
  const name = await titleOfNamed(props);
  return name === null ? {} : { title: `${(await props.params).number} ${name}` };
}

/** A missing record is found before anything of the page is sent, so that the status is 404. */
export default async function JobLayout({ children, params }: LayoutProps<'/jobs/[number]'>) {
  if ((await titleOfNamed({ params })) === null) notFound();
  return <InBrowser>{children}</InBrowser>;
}
