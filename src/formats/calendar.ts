import ical, { ICalCalendarMethod, ICalEventTransparency } from 'ical-generator';

/** An entry of a calendar for a whole day. */
export interface CalendarDay {
  /** Stays the same when the calendar is read again. */
  readonly id: string;
  /** ISO. Its day in the time zone of the shop counts. */
  readonly at: string;
  readonly title: string;
  readonly details: string;
}

/** Time until a calendar program should read it again, s. */
const READ_EVERY_S = 4 * 3600;

/**
 * Calendar file (RFC 5545) with one event per entry, each for a whole day.
 * @param zone IANA name of the time zone that decides the day
 */
export function calendarText(name: string, entries: readonly CalendarDay[], zone: string, now: Date): string {
  const calendar = ical({
    name,
    method: ICalCalendarMethod.PUBLISH,
    prodId: { company: 'Taut Sheave', product: 'Follow-ups', language: 'EN' },
    ttl: READ_EVERY_S,
  });
  const dayIn = new Intl.DateTimeFormat('en-CA', { timeZone: zone, year: 'numeric', month: '2-digit', day: '2-digit' });
  for (const { id, at, title, details } of entries)
    calendar.createEvent({
      id,
      // A date at midnight of this computer, since an event for a whole day has no time zone.
      start: new Date(`${dayIn.format(new Date(at))}T00:00:00`),
      allDay: true,
      stamp: now,
      summary: title,
      description: details,
      transparency: ICalEventTransparency.TRANSPARENT,
    });
  return calendar.toString();
}
