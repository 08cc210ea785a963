import { database, shelf } from '@/db';
import { packShelf } from '@/features/shelf/packed';
import { ShelfScreen } from '@/features/shelf/shelf-screen';
import { requirePerson } from '@/server';

export const metadata = { title: 'Stock' };

export default async function ShelfPage({ searchParams }: PageProps<'/shelf'>) {
  const { shopId } = await requirePerson();
  const { find } = await searchParams;
  const text = typeof find === 'string' ? find : '';
  return <ShelfScreen key={text} shelf={packShelf(await shelf.listShelf(database(), shopId))} find={text} />;
}
