import { database, notebooks } from '@/db';
import { currentPerson } from '@/server';
import { wholeNumber } from '@/server/params';

/** A photo of this shop's. It never changes under its number. */
export async function GET(_request: Request, { params }: RouteContext<'/api/photos/[id]'>): Promise<Response> {
  const person = await currentPerson();
  if (!person) return new Response('Sign in first.', { status: 401 });
  const id = wholeNumber((await params).id);
  if (id === null) return new Response('The id of a photo must be a whole number.', { status: 400 });
  const photo = await notebooks.findPhoto(database().ofShop(person.shopId), id);
  if (!photo) return new Response('There is no such photo.', { status: 404 });
  return new Response(new Uint8Array(photo.bytes), {
    headers: {
      'content-type': photo.mediaType,
      'cache-control': 'private, max-age=31536000, immutable',
      'x-content-type-options': 'nosniff',
    },
  });
}
