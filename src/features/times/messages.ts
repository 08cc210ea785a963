import type { TimesReason } from '@/core/sound';

/** Result of a recording, and what to do. */
export const TIMES_ADVICE: Readonly<Record<TimesReason, string>> = {
  both: 'Engagement and stop were heard.',
  'engage-only': 'The engagement was heard, but no stop. Record until every part has stopped.',
  'stop-only': 'The stop was heard, but no engagement. Start recording before you engage.',
  wide: 'A time is uncertain. Place the phone nearer, out of the wind, and record another cycle.',
  silent: 'The recording is silent. Check the chosen microphone, or use the stopwatch.',
  'too-short': 'The recording is too short. Record from before the engagement until every part has stopped.',
  'no-engine': 'No engine and no blades were heard. Place the phone nearer, or use the stopwatch.',
  'no-blades': 'No blades were heard. Check the number of blade tips, place the phone nearer, or use the stopwatch.',
  steady: 'No engagement and no stop were heard. Record a full cycle at full throttle, or use the stopwatch.',
};

/** Two standard deviations of a time. */
export const deviation = (sdS: number | null): string => (sdS === null ? 'marks moved by hand' : `±${(2 * sdS).toFixed(1)} s`);

export const cycleName = (number: number): string => `Cycle ${number}`;
export const saveCycles = (count: number): string => (count === 1 ? 'Save cycle' : `Save ${count} cycles`);
export const cyclesHeard = (count: number, wanted: number): string => `${count} of ${wanted} cycles heard`;
export const runningAt = (rpm: number): string => `Blades at ${Math.round(rpm / 10) * 10} rpm`;
export const engineSags = (share: number): string => `Engine speed falls by ${Math.round(100 * share)}% during engagement.`;
export const SQUEAL = 'Squeal while the belt slips.';
export const suddenEngagement = (seconds: number, share: number): string =>
  `Sudden engagement: full speed in ${seconds.toFixed(1)} s, and the engine speed falls by ${Math.round(100 * share)}%.`;
export const hardStop = (seconds: number): string => `Hard stop: standstill in ${seconds.toFixed(1)} s.`;
export const spindleSlower = (gap: number, byPulleys: number): string =>
  `One spindle is ${(100 * gap).toFixed(1)}% slower than another. By its pulleys, the difference is ${(100 * byPulleys).toFixed(1)}%. Check its belt and its bearings.`;
export const recordSign = (result: string): string => `Record: ${result}`;
export const addComplaint = (label: string): string => `Add complaint: ${label}`;
export const RECORDED = 'On the ticket.';

/** Verdict of a time against its limit. A time with its deviation across the limit is neither. */
export function limitVerdict(seconds: number, sdS: number | null, limitS: number): { readonly text: string; readonly isOver: boolean } {
  const reach = 2 * (sdS ?? 0);
  if (seconds - reach > limitS) return { text: `■ Over the limit of ${limitS} s`, isOver: true };
  if (seconds + reach > limitS) return { text: `▲ Too near the limit of ${limitS} s. Time it again`, isOver: seconds > limitS };
  return { text: `Within the limit of ${limitS} s`, isOver: false };
}

export const trackText = (seconds: number, hz: number): string =>
  `Blade speed over ${seconds.toFixed(0)} s, pass frequency up to ${Math.round(hz)} Hz`;
