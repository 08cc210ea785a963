import { followUpRules, type FollowUpRules, type IntervalRule } from '@/core/follow-up';
import { DRIVE_KINDS, type DriveKind } from '@/core/fault';

/** Rules as typed. A number stays text until it is checked. */
export interface RulesValues {
  runIn: boolean;
  runInHours: string;
  intervals: { kind: DriveKind; on: boolean; every: string; unit: IntervalRule['unit']; first: string; with: string }[];
  seasons: { id: string; name: string; month: string; day: string; kinds: DriveKind[]; list: string }[];
}

/** One line for each kind of drive, with or without an interval. */
export const valuesOf = ({ runInHours, intervals, seasons }: FollowUpRules): RulesValues => ({
  runIn: runInHours !== null,
  runInHours: String(runInHours ?? 8),
  intervals: DRIVE_KINDS.map(({ id: kind }) => {
    const rule = intervals.find((i) => i.kind === kind);
    return {
      kind,
      on: rule !== undefined,
      every: String(rule?.every ?? (kind === 'cvt' ? 500 : 200)),
      unit: rule?.unit ?? (kind === 'cvt' ? 'mi' : 'h'),
      first: rule?.first === undefined || rule.first === null ? '' : String(rule.first),
      with: rule?.with ?? '',
    };
  }),
  seasons: seasons.map((s) => ({ ...s, month: String(s.month), day: String(s.day), kinds: [...s.kinds], list: s.list.join('\n') })),
});

const number = (text: string): number => (text.trim() === '' ? Number.NaN : Number(text.replace(',', '.')));

export type ReadRules =
  { readonly ok: true; readonly rules: FollowUpRules } | { readonly ok: false; readonly field: string; readonly problem: string };

/** Rules from the form, or the first problem with its field. */
export function rulesFrom(values: RulesValues): ReadRules {
  const on = values.intervals.flatMap((line, at) => (line.on ? [{ line, at }] : []));
  const read = followUpRules.safeParse({
    runInHours: values.runIn ? number(values.runInHours) : null,
    intervals: on.map(({ line: { kind, every, unit, first, with: service } }) => ({
      kind,
      every: number(every),
      unit,
      first: first.trim() === '' ? null : number(first),
      with: service,
    })),
    seasons: values.seasons.map((s) => ({
      ...s,
      month: Number(s.month),
      day: number(s.day),
      list: s.list
        .split('\n')
        .map((line) => line.trim())
        .filter(Boolean),
    })),
  });
  if (read.success) return { ok: true, rules: read.data };
  const [issue] = read.error.issues;
  const [part, index, name] = issue?.path ?? [];
  // The form has a line for every kind, the rules only those with an interval.
  const at = part === 'intervals' && typeof index === 'number' ? (on[index]?.at ?? index) : index;
  return { ok: false, field: [part, at, name].filter((p) => p !== undefined).join('.'), problem: issue?.message ?? 'A field is invalid.' };
}

/** Id of a new season, from its number: it stays when the season is renamed. */
export function newSeasonId(taken: readonly string[]): string {
  for (let n = 1; ; n++) if (!taken.includes(`season-${n}`)) return `season-${n}`;
}
