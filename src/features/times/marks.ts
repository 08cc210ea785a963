import type { TimesHeard } from '@/core/sound';

/** Marks of a cycle, s from the start of the recording: lever and full speed, release and standstill. */
export interface Marks {
  readonly engage: readonly [number, number] | null;
  readonly stop: readonly [number, number] | null;
}

export const marksOf = ({ engage, stop }: TimesHeard): Marks => ({
  engage: engage && [engage.at, engage.at + engage.seconds],
  stop: stop && [stop.at, stop.at + stop.seconds],
});

/** A time to be stored, s. `sdS` is null where a person moved its marks. */
export interface TakenTime {
  readonly what: 'engagement' | 'stop';
  readonly seconds: number;
  readonly sdS: number | null;
}

/** Times between the marks. @param moved marks of a person, or null */
export function timesOf(heard: TimesHeard, moved: Marks | null): readonly TakenTime[] {
  const { engage, stop } = moved ?? marksOf(heard);
  const taken = (what: TakenTime['what'], pair: readonly [number, number] | null, sd: number | undefined): readonly TakenTime[] =>
    pair ? [{ what, seconds: pair[1] - pair[0], sdS: moved ? null : (sd ?? null) }] : [];
  return [...taken('engagement', engage, heard.engage?.sd), ...taken('stop', stop, heard.stop?.sd)];
}
