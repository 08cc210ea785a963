import { database, notebooks } from '@/db';
import { currentPerson, hasRole } from '@/server';
import { wholeNumber } from '@/server/params';
import { isCrossOrigin } from '@/server/origin';
import { readLimited } from '@/server/body';
import { LARGEST_PICTURE_BYTES, preparePicture, TOO_LARGE } from '@/server/picture';

const refuse = (status: number, problem: string) => Response.json({ ok: false, problem }, { status });

/** Number of picture uploads held in memory together, 20 MB each. */
const MOST_RECEIVED = 4;
let receiving = 0;

/** Takes one picture, as the body of the request, for the notebook named in the address. */
export async function POST(request: Request): Promise<Response> {
  if (isCrossOrigin(request.headers)) return refuse(403, 'Photos can only be sent from a page of Taut Sheave.');
  const person = await currentPerson();
  if (!person) return refuse(401, 'You are signed out. Sign in again in another tab, then choose the photo again.');
  if (!hasRole(person.role, 'technician')) return refuse(403, 'Only a technician or owner can add a photo.');
  const notebook = wholeNumber(new URL(request.url).searchParams.get('notebook') ?? undefined);
  if (notebook === null) return refuse(400, 'The notebook of this photo was not found. Open the notebook again.');
  if (Number(request.headers.get('content-length') ?? 0) > LARGEST_PICTURE_BYTES) return refuse(413, TOO_LARGE);
  // Bodies are whole in memory until their picture is made: a few at a time, and no queue of them.
  if (receiving >= MOST_RECEIVED)
    return refuse(503, 'Other photos are being processed. Choose the photo again in a moment. Your entries are saved.');
  receiving++;
  const made = await readLimited(request.body, LARGEST_PICTURE_BYTES)
    .then((bytes) => (bytes ? preparePicture(bytes) : null))
    .finally(() => receiving--);
  if (!made) return refuse(413, TOO_LARGE);
  if (!made.ok) return refuse(415, made.problem);
  const kept = await notebooks.addPhoto(database().ofShop(person.shopId), notebook, made.picture, person.name, new Date());
  return kept.ok ? Response.json({ ok: true, ...kept.value }) : refuse(409, kept.problem);
}
