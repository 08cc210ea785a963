import * as z from 'zod';
import { database, people } from '@/db';
import { currentPerson } from '@/server';
import { readLimited } from '@/server/body';
import { liveStream, mayStream, showPlace } from '@/server/live';
import { isCrossOrigin } from '@/server/origin';

const refuse = (status: number, problem: string) => new Response(problem, { status });

const place = z.string().max(60);
const opened = z.object({ tab: z.uuid(), absent: z.coerce.number().min(0), place });

/** Changes of the shop as they happen, for one tab. */
export async function GET(request: Request): Promise<Response> {
  const person = await currentPerson();
  if (!person) return refuse(401, 'Sign in first.');
  const asked = opened.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  if (!asked.success) return refuse(400, 'The server could not read this. Reload the page.');
  if (!mayStream(person.shopId)) return refuse(503, 'Too many pages of this shop are open. Close some of them.');
  const isOpen = async () => (await people.personOfSession(database(), person.sessionId, new Date())) !== null;
  const { tab: id, absent: absentS, place: at } = asked.data;
  const stream = liveStream(database().ofShop(person.shopId), { id, personId: person.id, place: at, absentS, isOpen }, request.signal);
  return new Response(stream, {
    headers: {
      'content-type': 'text/event-stream; charset=utf-8',
      // A proxy that compresses or collects the stream would delay it.
      'cache-control': 'no-store, no-transform',
      'x-accel-buffering': 'no',
    },
  });
}

const shown = z.object({ tab: z.uuid(), place });

/** Receives which record a tab shows. */
export async function POST(request: Request): Promise<Response> {
  if (isCrossOrigin(request.headers)) return refuse(403, 'This can only be sent from a page of Taut Sheave.');
  const person = await currentPerson();
  if (!person) return refuse(401, 'Sign in first.');
  const bytes = await readLimited(request.body, 1000);
  const read = shown.safeParse(bytes && safeJson(bytes.toString('utf8')));
  if (!read.success) return refuse(400, 'The server could not read this. Reload the page.');
  await showPlace(read.data.tab, person, read.data.place);
  return new Response(null, { status: 204 });
}

function safeJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
