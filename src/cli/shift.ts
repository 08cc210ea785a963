import { shiftOf, variableOf } from '../core/cvt';
import type { Drive, Problem } from '../core/drive';

type WidthsResult = { readonly ok: true; readonly widths: readonly number[] } | { readonly ok: false; readonly problem: string };

/** Widths asked about, mm; none for the belt's own. */
export function readShiftWidths(given: readonly string[] = []): WidthsResult {
  const widths = given.map(Number);
  const bad = given.find((text, i) => text.trim() === '' || !(widths[i]! > 0 && Number.isFinite(widths[i]!)));
  return bad === undefined ? { ok: true, widths } : { ok: false, problem: `--width must be a number of mm above 0, not “${bad}”` };
}

/** Shift of a variable drive at each width, as printed. */
export function shiftAnswer(
  drive: Drive,
  asked: readonly number[],
): { readonly ok: true; readonly answer: unknown } | { readonly ok: false; readonly problems: readonly Problem[] } {
  const variable = variableOf(drive);
  if (!variable.ok) return variable;
  const widths = [];
  for (const width of asked.length > 0 ? asked : [variable.width]) {
    const result = shiftOf(variable.drive, width);
    if (!result.ok) return { ok: false, problems: [{ path: `width ${width}`, message: result.problem }] };
    widths.push(result.shift);
  }
  return { ok: true, answer: { centre: variable.drive.centre, beltPitchLength: variable.drive.pitchLength, widths } };
}
