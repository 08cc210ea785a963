import type { FaultRun, SettingFault, TakenReading, TensionMethod } from '@/core/tension';
import { sectionOf, type Drive } from '@/core/drive';

export const METHOD_WORDS: Readonly<Record<TensionMethod, string>> = {
  tap: 'Tap',
  deflection: 'Push',
  'spring-length': 'Spring length',
};

export const METHOD_HOW: Readonly<Record<TensionMethod, string>> = {
  tap: 'Tap the middle of the span and listen to it here, or type what a meter shows. Everything else still, the span touched by nothing.',
  deflection: 'Push the middle of the span square to it, and read force and deflection against a straight edge across the two pulleys.',
  'spring-length': 'Length of the spring as it is fitted, inside one hook to inside the other, in this state.',
};

export const FAULT_WORDS: Readonly<Record<SettingFault, string>> = {
  'no-rest': 'the drive comes to no rest',
  'brake-stays-off': 'the brake stays off when it is released',
  'brake-stays-on': 'the brake is still on while it drives',
  'not-slack': 'the belt does not let go',
  slips: 'the belt slips under load',
  overloads: 'belt or bearings are overloaded',
};

/** “From 6.4 mm on the brake stays off when it is released.” */
export function runWords({ fault, from, to, toEnd, fromStart }: FaultRun, show: (mm: number) => string): string {
  const words = FAULT_WORDS[fault];
  if (fromStart && toEnd) return `At every setting ${words}.`;
  if (toEnd) return `From ${show(from)} on ${words}.`;
  if (fromStart) return `Up to ${show(to)} ${words}.`;
  return from === to ? `At ${show(from)} ${words}.` : `From ${show(from)} to ${show(to)} ${words}.`;
}

/** How a span is called: by what stands at its ends. */
export function spanName(drive: Drive, from: string, to: string): string {
  const label = (id: string) => drive.pulleys.find((p) => p.id === id)?.label ?? 'a pulley';
  return `${label(from)} to ${label(to)}`;
}

export const springName = (drive: Drive, id: string): string => drive.springs.find((s) => s.id === id)?.label ?? 'Spring';

/** Place of a reading as a ticket keeps it. */
export const placeOf = (reading: TakenReading): string => (typeof reading.at === 'string' ? reading.at : reading.at.join('>'));

/** Under so many belt depths a span is too short and stiff for a tap or a push to be trusted. */
export const SHORT_SPAN_DEPTHS = 25;
export const isShort = (belt: Drive['belts'][number], spanMm: number): boolean => spanMm < SHORT_SPAN_DEPTHS * sectionOf(belt).depthMm;
/** A note under this is too low to be heard by most phones, Hz. */
export const LOWEST_HEARD_HZ = 20;
