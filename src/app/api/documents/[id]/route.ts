import { database, documents } from '@/db';
import { currentPerson } from '@/server';
import { wholeNumber } from '@/server/params';

const ENDINGS: Readonly<Record<string, string>> = { 'application/pdf': '.pdf', 'audio/wav': '.wav' };

/** A document of this shop's. It never changes under its number. */
export async function GET(_request: Request, { params }: RouteContext<'/api/documents/[id]'>): Promise<Response> {
  const person = await currentPerson();
  if (!person) return new Response('Sign in first.', { status: 401 });
  const id = wholeNumber((await params).id);
  const paper = id === null ? null : await documents.findDocument(database().ofShop(person.shopId), id);
  if (!paper) return new Response('There is no such document.', { status: 404 });
  return new Response(new Uint8Array(paper.bytes), {
    headers: {
      'content-type': paper.mediaType,
      'content-disposition': `inline; filename*=UTF-8''${encodeURIComponent(paper.name + (ENDINGS[paper.mediaType] ?? '.jpg'))}`,
      'cache-control': 'private, max-age=31536000, immutable',
      'x-content-type-options': 'nosniff',
      // A PDF may hold scripts of its own: it gets nothing of this site's.
      'content-security-policy': "sandbox; default-src 'none'; style-src 'unsafe-inline'; img-src 'self'; object-src 'self'",
    },
  });
}
