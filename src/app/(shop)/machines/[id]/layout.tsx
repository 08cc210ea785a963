import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { database, machines } from '@/db';
import { requirePerson } from '@/server';
import { wholeNumber } from '@/server/params';
import { InBrowser } from '@/ui/in-browser';

type Props = Pick<LayoutProps<'/machines/[id]'>, 'params'>;

/** Null where there is none. */
async function nameOfNamed({ params }: Props): Promise<string | null> {
  const { shopId } = await requirePerson();
  const id = wholeNumber((await params).id);
  return id === null ? null : machines.nameOf(database().ofShop(shopId), id);
}

export async function generateMetadata(props: Props): Promise<Metadata> {
  const name = await nameOfNamed(props);
  return name === null ? {} : { title: name };
}

/** A missing record is found before anything of the page is sent, so that the status is 404. */
export default async function MachineLayout({ children, params }: LayoutProps<'/machines/[id]'>) {
  if ((await nameOfNamed({ params })) === null) notFound();
  return <InBrowser>{children}</InBrowser>;
}
