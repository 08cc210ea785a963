export interface Label {
  /** Where it would be best, and its width, in one unit. */
  readonly at: number;
  readonly width: number;
}

/**
 * Centres of labels on one line without overlap, each as near to its place as possible, in the same order. If they do
 * not fit between the ends, they overhang both ends equally.
 */
export function spreadLabels(labels: readonly Label[], from: number, to: number, gap = 4): number[] {
  const order = labels.map((_, i) => i).sort((a, b) => labels[a]!.at - labels[b]!.at);
  /** Labels that touch move as one: about the mean of where its members would be. */
  const groups: { members: number[]; width: number; centre: number }[] = [];
  for (const i of order) {
    groups.push({ members: [i], width: labels[i]!.width, centre: labels[i]!.at });
    for (let last = groups.at(-1)!; ; last = groups.at(-1)!) {
      last.centre = centreOf(last, from, to);
      const before = groups.at(-2);
      if (!before || last.centre - last.width / 2 >= before.centre + before.width / 2 + gap) break;
      groups.splice(-2, 2, { members: [...before.members, ...last.members], width: before.width + gap + last.width, centre: 0 });
    }
  }
  const centres = new Array<number>(labels.length);
  for (const { members, width, centre } of groups) {
    let edge = centre - width / 2;
    for (const i of members) {
      centres[i] = edge + labels[i]!.width / 2;
      edge += labels[i]!.width + gap;
    }
  }
  return centres;

  function centreOf(
    { members, width }: { readonly members: readonly number[]; readonly width: number },
    low: number,
    high: number,
  ): number {
    let [edge, sum] = [-width / 2, 0];
    for (const i of members) {
      sum += labels[i]!.at - (edge + labels[i]!.width / 2);
      edge += labels[i]!.width + gap;
    }
    const mean = sum / members.length;
    if (width >= high - low) return (low + high) / 2;
    return Math.min(high - width / 2, Math.max(low + width / 2, mean));
  }
}
