/** A number of an option, or the problem with it, for one line. */
export type OptionRead = { readonly ok: true; readonly value: number | undefined } | { readonly ok: false; readonly problem: string };

/** Reads an optional number of an option. @param what what it states, for the message */
export function readNumberOption(
  option: string,
  text: string | undefined,
  what: string,
  { least, most, whole }: { readonly least: number; readonly most: number; readonly whole?: boolean },
): OptionRead {
  if (text === undefined) return { ok: true, value: undefined };
  const value = text.trim() === '' ? NaN : Number(text);
  if (Number.isFinite(value) && value >= least && value <= most && (!whole || Number.isInteger(value))) return { ok: true, value };
  return { ok: false, problem: `--${option} must be ${what}, a ${whole ? 'whole ' : ''}number from ${least} to ${most}, not “${text}”` };
}
