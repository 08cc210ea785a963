/** Start of a text, cut between words if possible, with a mark of the cut. @param most characters, including the mark */
export function truncate(text: string, most: number): string {
  if (text.length <= most) return text;
  const cut = text.slice(0, most - 1);
  const space = cut.lastIndexOf(' ');
  return `${(space > most / 2 ? cut.slice(0, space) : cut.slice(0, -2)).trimEnd()} …`;
}
