import { calendarFeeds, database, followUps, people } from '@/db';
import { calendarText } from '@/formats/calendar';
import { dueWords, subjectOf } from '@/features/follow-ups/messages';
import { timesIn } from '@/ui/times';
import { digestOf } from '@/server/token';

/** Calendar of follow-ups at its secret address. A revoked or wrong address is not found. */
export async function GET(_request: Request, { params }: RouteContext<'/api/calendar/[token]'>): Promise<Response> {
  const [, token] = /^([\w-]{32})\.ics$/.exec((await params).token) ?? [];
  const feed = token === undefined ? null : await calendarFeeds.shopOfFeed(database(), digestOf(token));
  if (!feed) return new Response('There is no such calendar. Its address may be revoked.', { status: 404 });
  const db = database().ofShop(feed.shopId);
  const now = new Date();
  const [shop, lines] = await Promise.all([people.shopOf(db), followUps.calendarFollowUps(db, now)]);
  const when = timesIn(shop.timeZone);
  const entries = lines.map((line) => ({
    id: `${line.machineId}-${line.source}@taut-sheave`,
    at: line.due.at,
    title: `${line.machine}${line.customer ? ` (${line.customer})` : ''}`,
    details: `${subjectOf(line)}\n${dueWords(line, when, now.getTime())}`,
  }));
  return new Response(calendarText(`Follow-ups of ${shop.name}`, entries, shop.timeZone, now), {
    headers: { 'content-type': 'text/calendar; charset=utf-8', 'cache-control': 'private, no-store' },
  });
}
