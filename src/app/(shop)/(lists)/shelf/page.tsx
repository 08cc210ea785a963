import { readShelf } from '@/server/queries/shelf';
import { ShelfScreen } from '@/features/shelf/shelf-screen';
import { firstAnswer } from '@/server';

export const metadata = { title: 'Stock' };

export default async function ShelfPage({ searchParams }: PageProps<'/shelf'>) {
  const { find } = await searchParams;
  const text = typeof find === 'string' ? find : '';
  return <ShelfScreen key={text} shelf={await firstAnswer(readShelf, {})} find={text} />;
}
