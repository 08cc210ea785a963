import { database, notebooks } from '@/db';
import { currentPerson, includesRole } from '@/server';
import { wholeNumber } from '@/server/params';
import { LARGEST_PICTURE_BYTES, preparePicture, readLimited, TOO_LARGE } from '@/server/picture';

const refuse = (status: number, problem: string) => Response.json({ ok: false, problem }, { status });

/** Takes one picture, as the body of the request, for the notebook named in the address. */
export async function POST(request: Request): Promise<Response> {
  const person = await currentPerson();
  if (!person) return refuse(401, 'You are signed out. Sign in again in another tab, then choose the photo again.');
  if (!includesRole(person.role, 'technician')) return refuse(403, 'Adding a photo takes a technician’s account.');
  const notebook = wholeNumber(new URL(request.url).searchParams.get('notebook') ?? undefined);
  if (notebook === null) return refuse(400, 'The photo belongs to no notebook; open the notebook again.');
  if (Number(request.headers.get('content-length') ?? 0) > LARGEST_PICTURE_BYTES) return refuse(413, TOO_LARGE);
  const bytes = await readLimited(request.body);
  if (!bytes) return refuse(413, TOO_LARGE);
  const made = await preparePicture(bytes);
  if (!made.ok) return refuse(415, made.problem);
  const kept = await notebooks.addPhoto(database(), person.shopId, notebook, made.picture, person.name, new Date());
  return kept.ok ? Response.json({ ok: true, ...kept.value }) : refuse(409, kept.problem);
}
