export interface When {
  /** `14:05`. */
  readonly clock: (iso: string) => string;
  /** `26 Nov 2026`. */
  readonly day: (iso: string) => string;
  /** `26 Nov 2026, 14:05`. */
  readonly dayAndTime: (iso: string) => string;
}

/** Times in words, in one zone. */
export function timesIn(zone: string): When {
  const clockOf = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', timeZone: zone });
  const dayOf = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric', timeZone: zone });
  const clock = (iso: string) => clockOf.format(new Date(iso));
  const day = (iso: string) => dayOf.format(new Date(iso));
  return { clock, day, dayAndTime: (iso) => `${day(iso)}, ${clock(iso)}` };
}
