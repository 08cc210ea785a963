export const askedAtCounter = (drive: string, belt: string, verdict: string, why: string): string =>
  `Asked at the counter, ${drive}: ${belt}. ${verdict}. ${why}`;

export function driveNotSaved(problems: readonly { readonly path: string; readonly message: string }[]): string {
  const [first, ...rest] = problems;
  const where = first?.path ? `${first.path}: ` : '';
  const more = rest.length > 0 ? ` (and ${rest.length} more)` : '';
  return `The drive cannot be saved yet. ${where}${first?.message ?? ''}${more}.`;
}

export const idlerOnTightSide = (belt: string): string =>
  `${belt}: the sprung idler runs on the tight side; check the rotation, or move the idler to the slack side.`;

export const takeOffRoute = (name: string): string => `Take ${name} off the route`;
