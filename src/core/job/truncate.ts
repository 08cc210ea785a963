/** The beginning of what somebody wrote, cut between words where there is one to cut at, and marked as cut. @param most characters, the mark among them */
export function truncate(text: string, most: number): string {
  if (text.length <= most) return text;
  const cut = text.slice(0, most - 1);
  const space = cut.lastIndexOf(' ');
  return `${(space > most / 2 ? cut.slice(0, space) : cut.slice(0, -2)).trimEnd()} …`;
}
