/** Sentences of refusals with values in them. */

export const noSuchJob = (number: number): string => `There is no job ${number}.`;

export function driveNotSaved(problems: readonly { readonly path: string; readonly message: string }[]): string {
  const [first, ...rest] = problems;
  const where = first?.path ? `${first.path}: ` : '';
  const more = rest.length > 0 ? ` (and ${rest.length} more)` : '';
  return `The drive cannot be saved yet. ${where}${first?.message ?? ''}${more}.`;
}

export const importAtMost = (rows: number): string => `Import at most ${rows} rows at a time.`;

export const entryNotSaved = (where: string, why: string): string =>
  `This entry could not be saved: ${where} ${why}. Your other entries are still on this screen.`;
