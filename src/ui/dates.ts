const DAY = { day: 'numeric', month: 'short', year: 'numeric' } as const;
const CLOCK = { hour: '2-digit', minute: '2-digit' } as const;

/** `14:05`. */
export const clock = (iso: string): string => new Date(iso).toLocaleTimeString('en-GB', CLOCK);
/** `26 Nov 2026`. */
export const day = (iso: string): string => new Date(iso).toLocaleDateString('en-GB', DAY);
/** `26 Nov 2026, 14:05`. */
export const dayAndTime = (iso: string): string => `${day(iso)}, ${clock(iso)}`;
