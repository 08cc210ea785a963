import type { BeltGuess } from '@/core/belt';
import type { RouteDoubt } from '@/core/drive';
import type { Finding, Missing, Notebook, NotebookArm, NotebookMeasure } from '@/core/survey';
import type { BrokenTriangle, ClosingCheck, SurveyedMeasure, TappedLoop } from '@/core/survey';
import type { Units } from '@/ui/units';

/** Name of a place in the notebook: a pulley or a point. */
export function placeName(notebook: Notebook, id: string): string {
  return notebook.pulleys.find((p) => p.id === id)?.label ?? notebook.points.find((p) => p.id === id)?.label ?? id;
}

/** A label within a sentence: its first letter small, unless the word is written in capitals. */
export const within = (label: string): string => (/^[A-Z][^A-Z]/.test(label) ? label.charAt(0).toLowerCase() + label.slice(1) : label);

export const KIND_OF_TAPE: Readonly<Record<'centres' | 'outside' | 'inside', string>> = {
  centres: 'Centre to centre',
  outside: 'Over the far rims',
  inside: 'Between the near rims',
};

/** Name of an entry that two people changed, by its keys and ids from the top. */
export function entryName(notebook: Notebook, [list, id]: readonly string[]): string {
  const measure = list === 'measures' ? notebook.measures.find((m) => m.id === id) : undefined;
  if (measure) return measureTitle(notebook, measure);
  const part = [
    ...notebook.pulleys,
    ...notebook.points,
    ...notebook.belts,
    ...notebook.arms,
    ...notebook.springs,
    ...notebook.keepers,
    ...notebook.planes,
  ].find((p) => p.id === id && p.label);
  if (part) return part.label;
  return (
    { photos: 'a photo', sides: 'the answers to left or right', name: 'the name', notes: 'the notes' }[list ?? ''] ??
    'parts that hang together'
  );
}

/** Between what a measure is taken, in a line. */
export function measureTitle(notebook: Notebook, m: NotebookMeasure): string {
  const name = (id: string) => placeName(notebook, id);
  switch (m.kind) {
    case 'centres':
      return `${name(m.between[0])} to ${within(name(m.between[1]))}`;
    case 'outside':
    case 'inside':
      return `${name(m.between[0])} to ${within(name(m.between[1]))}, ${within(KIND_OF_TAPE[m.kind])}`;
    case 'from-edge':
      return `${name(m.of)}, square to “${m.edge}”`;
    case 'along-edge':
      return `${name(m.of)}, along “${m.edge}”`;
    case 'in-line':
      return `${name(m.of)}, in line with ${within(name(m.between[0]))} and ${within(name(m.between[1]))}`;
    case 'angle':
      return `Angle at ${within(name(m.at))}, from ${within(name(m.between[0]))} to ${within(name(m.between[1]))}`;
    case 'belt':
      return `Path of the ${within(notebook.belts.find((b) => b.id === m.belt)?.label ?? m.belt)}`;
  }
}

/** Where to put the tape. */
export function measureHow(notebook: Notebook, m: NotebookMeasure): string {
  const name = (id: string) => within(placeName(notebook, id));
  const middle = (id: string) =>
    notebook.pulleys.some((p) => p.id === id) ? `the middle of the bolt of the ${name(id)}` : `the middle of the ${name(id)}`;
  switch (m.kind) {
    case 'centres':
      return `Hold the tape flat from ${middle(m.between[0])} to ${middle(m.between[1])}.`;
    case 'outside':
      return `From the far rim of the ${name(m.between[0])} , over both pulleys, to the far rim of the ${name(m.between[1])}. Swing the tape for the longest reading.`;
    case 'inside':
      return `Measure between the two nearest rims. Swing the tape for the shortest reading.`;
    case 'from-edge':
      return `Square off the straight edge to ${middle(m.of)}, on the edge’s own side.`;
    case 'along-edge':
      return `Along the straight edge from its zero mark to the foot of the square that meets ${middle(m.of)}.`;
    case 'in-line':
      return `Place a straight edge over the ${name(m.between[0])} and the ${name(m.between[1])}. If ${middle(m.of)} is under it, enter 0. Otherwise enter its distance to the left, seen from the first to the second.`;
    case 'angle':
      return `Protractor on ${middle(m.at)}, one arm to each of the other two.`;
    case 'belt':
      return 'Length of a string along the belt path.';
  }
}

/** Side of a line on which a place was entered. */
export function sideSentence(notebook: Notebook, { pulley, leftOf: [from, to], right }: Notebook['sides'][number]): string {
  const name = (id: string) => `the ${within(placeName(notebook, id))}`;
  return `Seen from above, ${name(pulley)} is ${right === true ? 'right' : 'left'} of the line from ${name(from)} to ${name(to)}.`;
}

/** Three distances that cannot meet, with what to do. */
export function triangleSentence(notebook: Notebook, { long, short, byMm }: BrokenTriangle, { show }: Pick<Units, 'show'>): string {
  const title = (id: string) =>
    within(
      measureTitle(
        notebook,
        notebook.measures.find((m) => m.id === id)!,
      ),
    );
  return `Three distances cannot meet: ${title(long)} is ${show(byMm, 'length')} longer than ${title(short[0])} and ${title(short[1])} together. One of the three is misread.`;
}

/** Names of the first and the second suspect. */
export const SUSPECT_WORDS: readonly string[] = ['most likely wrong', 'second most likely wrong'];

/**
 * Agreement of a measurement with the others, in a few words. Empty if they cannot check it, or if another is the first
 * suspect.
 */
export function againstRestWords(
  { kind, sd }: Pick<NotebookMeasure, 'kind' | 'sd'>,
  solved: SurveyedMeasure | undefined,
  tapeSd: number,
  suspect: boolean,
  { show }: Pick<Units, 'show'>,
): string {
  const against = solved?.againstRest;
  if (!against) return '';
  const [dimension, usual] = kind === 'angle' ? (['angle', 1] as const) : (['length', sd ?? tapeSd] as const);
  if (Math.abs(against.by) >= 2 * against.sd)
    return suspect ? `${show(Math.abs(against.by), dimension)} ${against.by > 0 ? 'over' : 'under'} the value from the others` : '';
  return against.sd > 6 * usual ? 'barely checked by the others' : 'agrees with the others';
}

export function missingSentence(notebook: Notebook, m: Missing): string {
  const name = within(placeName(notebook, m.of));
  const part = (list: readonly { id: string; label: string }[]) => within(list.find((p) => p.id === m.of)?.label ?? m.of);
  switch (m.what) {
    case 'name':
      return 'Enter a name for the drive.';
    case 'pulley':
      return m.of === '' ? 'A drive has at least two pulleys.' : `The place of the ${name} is not fixed yet.`;
    case 'diameter':
      return `The diameter of the ${name} is not measured.`;
    case 'variable':
      return `The faces of the ${name} are not fully measured, or the measurements contradict each other.`;
    case 'place':
      return `The place of the ${name} is not fixed yet.`;
    case 'arm-pivot':
      return `The pivot of the ${part(notebook.arms)} is not fixed yet.`;
    case 'arm-end':
      return `The end of travel of the ${part(notebook.arms)}, or its brake-on position, is not measured.`;
    case 'spring':
      return `The force of the ${part(notebook.springs)} is not entered.`;
    case 'spring-length':
      return `The free length of the ${part(notebook.springs)} is not measured.`;
    case 'lever':
      return `The travel of the lever at the ${part(notebook.springs)} is not measured.`;
    case 'route':
      return `The ${part(notebook.belts)} has no route yet.`;
  }
}

const HELD_WORDS = { released: 'held released', engaged: 'held engaged', brake: 'held where the brake is on' } as const;

/** A distance taken at an arm's end, in a line. */
export function armReadingTitle(notebook: Notebook, { from, to, kind, at }: NotebookArm['ends'][number]): string {
  const rims = kind === 'centres' ? '' : `, ${within(KIND_OF_TAPE[kind])}`;
  return `${placeName(notebook, from)} to ${within(placeName(notebook, to))}${rims}, ${HELD_WORDS[at]}`;
}

export function findingSentence(notebook: Notebook, f: Finding, { show }: Pick<Units, 'show'>): string {
  const arm = within(notebook.arms.find((a) => a.id === f.of)?.label ?? f.of);
  const spring = within(notebook.springs.find((s) => s.id === f.of)?.label ?? f.of);
  switch (f.code) {
    case 'arm-reading-unchecked': {
      const end = notebook.arms.find((a) => a.id === f.of)?.ends.find((e) => e.id === f.end);
      return `No other measurement checks ${end ? `“${armReadingTitle(notebook, end)}”` : `a reading of the ${arm}`}. To check it, measure a distance to a third pulley with the ${arm} held there.`;
    }
    case 'second-place':
      return `Two positions of the ${arm} fit one of its distances. The nearer one is used. Measure a distance to another pulley to decide.`;
    case 'ends-coincide':
      return `Both ends of the ${arm}’s travel are at the same position. Measure them again.`;
    case 'spring-slack':
      return `The ${spring} hangs loose when the drive is ${f.text === 'engaged' ? 'engaged' : 'released'}, by ${show(f.mm ?? 0, 'length')}. This is normal for some return springs. Otherwise measure its ends or its free length again.`;
    case 'spring-bad':
      return `The ${spring}: ${f.text ?? 'its readings contradict each other.'}`;
    case 'tightens-the-wrong-way':
      return `Moving the ${arm} towards “engaged” slackens the belt. The two ends may be swapped, or the route is not as drawn.`;
    case 'brake-outside-travel':
      return `The brake of the ${arm} is on only outside its travel. Measure the brake-on position again.`;
    case 'cannot-teach':
      return `No spring rate for the ${spring} matches the tension reading. Check the reading, the belt length and the ends of travel.`;
    case 'keeper-left-out':
      return `The ${within(notebook.keepers.find((k) => k.id === f.of)?.label ?? f.of)} is excluded because its position is not fixed. This changes no result.`;
  }
}

export function closingSentence(notebook: Notebook, beltId: string, check: ClosingCheck, { show }: Pick<Units, 'show'>): string {
  const belt = notebook.belts.find((b) => b.id === beltId);
  const off = show(Math.abs(check.differenceMm), 'length');
  const culprit = check.culprit && notebook.measures.find((m) => m.id === check.culprit!.id);
  const slip =
    culprit && check.culprit
      ? ` One wrong measurement explains it: “${measureTitle(notebook, culprit)}”, if it reads ${show(Math.abs(check.culprit.byMm), 'length')} too ${check.culprit.byMm > 0 ? 'long' : 'short'}.`
      : '';
  switch (check.verdict) {
    case 'agrees':
      return `The path is ${check.differenceMm < 0 ? `${off} shorter` : `${off} longer`} than the ${within(belt?.label ?? beltId)}. This is within the uncertainty (± ${show(2 * check.sd, 'length')}).`;
    case 'stretched':
      return `The path is ${off} longer than this belt was new: ${(100 * check.share).toFixed(1)}% of stretch, which is normal for a worn belt.`;
    case 'too-short-for-the-path':
      return `The path is ${off} longer than the belt, ± ${show(2 * check.sd, 'length')}. No belt stretches so far. The belt has another size, or a measurement is wrong.${slip}`;
    case 'longer-than-the-path':
      return `The belt was tight, but the path is ${off} shorter than the belt. The belt has another size, or a measurement is wrong.${slip}`;
    case 'lies-loose':
      return `The belt is ${off} longer than the path at this arm position. The belt is slack, which is correct with the drive released.`;
  }
}

export function doubtSentence({ code }: RouteDoubt, pulley: string): string {
  switch (code) {
    case 'v-on-flat':
      return `The V side runs on the ${within(pulley)}, which is flat. The back belongs there, unless the pulley is inside the loop.`;
    case 'back-in-groove':
      return `The back runs on the ${within(pulley)}, which has a groove and carries load. The V side belongs there.`;
    case 'idler-on-tight-side':
      return `The ${within(pulley)} sits on the tight side, where the belt runs into the driver: it belongs on the slack side, or the driver turns the other way.`;
  }
}

/** Wear of the belt, if it is the guessed one. */
export function wornWords({ narrowedMm, stretched }: Pick<BeltGuess, 'narrowedMm' | 'stretched'>, caliper: (mm: number) => string): string {
  const parts = [
    ...(narrowedMm === null
      ? []
      : [
          narrowedMm > 0.15
            ? `${caliper(narrowedMm)} narrower than new`
            : narrowedMm < -0.15
              ? `${caliper(-narrowedMm)} wider than new`
              : 'full width',
        ]),
    ...(stretched === null
      ? []
      : [
          stretched > 0.0015
            ? `${(100 * stretched).toFixed(1)}% longer than new`
            : stretched < -0.0015
              ? `${(-100 * stretched).toFixed(1)}% shorter than new`
              : 'its length when new',
        ]),
  ];
  return parts.join(', ');
}

export const photoDisagrees = (photo: number, by: string): string =>
  `Photo ${photo} disagrees with itself and the tape by up to ${by}: it is tilted or distorted too much for its scale. Mark a rectangle instead of two points, or take the photo again from further away, at a right angle.`;

export const othersMoved = (others: string, last: string): string => `${others} and ${last} are in other positions`;

export const oneMoved = (name: string): string => `${name} is in another position`;

export const mirrorImage = (of: string, from: string): string => `The distances also fit a mirror image. Face ${of} from behind ${from}.`;

export const whichLayout = (count: number): string => `Which of these ${count === 2 ? 'two' : count} layouts is correct, seen from above?`;

export const furtherMeasurement = (a: string, b: string): string => `The most useful further measurement: ${a} to ${b}, centre to centre.`;

export const doubtsLeft = (count: number): string =>
  `${count === 1 ? 'One doubt is left' : `${count} doubts are left`}; check the result first.`;

export const othersEntries = (by: string): string => `${by} also made entries here. They are on this page with yours.`;

export const makingDrive = (notebook: string): string => `Making the drive of ${notebook}`;

export const driveIsMade = (notebook: string): string => `${notebook} is among the drives.`;

export const notebookPutBack = (notebook: string): string => `Notebook of ${notebook} put back`;

export const notebookRemoved = (notebook: string): string => `The notebook of ${notebook} is removed.`;

export const lengthEnd = (end: number): string => `End ${end} of the known length`;

export const rectangleCorner = (corner: number): string => `Corner ${corner} of the rectangle`;

export const tapLengthEnd = (end: number): string => `Tap end ${end} of the known length.`;

export const tapRectangleCorner = (corner: number): string => `Tap corner ${corner} of the rectangle, going round it.`;

export const enterScale = (two: boolean): string =>
  `Enter the ${two ? 'distance of the two points' : 'width and height of the rectangle'}. Then mark the pulleys.`;

export const dragOrTap = (name: string): string => `Drag the ${name} by its middle or its rim, or tap where it should be.`;

export const tapMiddleOf = (name: string): string => `Tap the middle of the ${name}.`;

/** On a further photo, which need not show all pulleys. */
export const tapIfShown = (name: string): string =>
  `${tapMiddleOf(name)} If this photo does not show it, choose another place below the photo.`;

export const TAP_ANOTHER = 'Tap the middle of another pulley, or drag a mark to correct it.';

export const TAP_FIRST = 'Tap the middle of the engine pulley.';

export const TAP_NO_SPAN = 'No span is there. Tap the belt between two marked pulleys.';

/** State of the route that the taps on spans make. `marked` are the pulleys on the photo. */
export function beltRouteStatus(notebook: Notebook, route: TappedLoop['route'], marked: readonly string[]): string {
  const names = (ids: readonly string[]) => ids.map((id) => `the ${within(placeName(notebook, id))}`).join(' and ');
  if (route.ok) {
    const passed = marked.filter((id) => !route.stops.some((s) => s.pulley === id));
    return passed.length === 0
      ? `The belt runs round ${route.stops.length} pulleys. Tap a span again to remove it.`
      : `The belt runs round ${route.stops.length} pulleys, without ${names(passed)}.`;
  }
  const at = names(route.at);
  switch (route.why) {
    case 'none':
      return 'Tap each span of the belt once, between two pulleys.';
    case 'open':
      return `The belt is open at ${at}. Tap its next span.`;
    case 'twisted':
      return `The two spans at ${at} contradict each other. Tap the wrong one to remove it.`;
    case 'forked':
      return `More than two spans meet at ${at}. Tap the wrong one to remove it.`;
    case 'several':
      return 'The spans form two loops. Tap the wrong spans to remove them.';
  }
}

/** Result of the search for a rim around a tap. */
export const RIM_SEARCH = {
  idle: '',
  searching: 'Searching for the rim.',
  found: 'The rim was found.',
  unsure: 'A rim was found, but it is uncertain. Check it, and drag it if it is wrong.',
  none: 'No rim was found there. Drag the circle to its middle and its rim.',
  unread: 'The photo cannot be read, so the rim was not searched for. Drag the circle to its middle and its rim.',
} as const;

export const heightAbove = (plane: string, first: string): string => `Height of ${within(plane)} above ${within(first)}`;

export const nextPossibleRim = (shown: number, count: number): string => `Next possible rim (${shown} of ${count})`;

export const placesMarked = (count: number): string => `Photo of the drive, ${count} places marked`;

export const leverEndPulled = (spring: string): string => `Lever end of the ${spring}, pulled`;

export const tapeProgress = (measured: number, asked: number, error: string): string =>
  `${measured} of ${asked} measured. Do not move the arm between them. Extra measurements find mistakes. Assumed tape error: ± ${error}.`;

export const addMeasurements = (count: number): string => `Add ${count} more needed measurements`;

export const photoAgrees = (photo: number, by: string, tilted: string | null): string =>
  `Photo ${photo} agrees with the rest to ${by}${tilted === null ? '' : `, shot about ${tilted} off square, which the tape measurements correct`}.`;

/** `differs` is how far the reading is from the others, and to which side; `second` is the next suspect. */
export const mostLikelyWrong = (differs: { readonly by: string; readonly more: boolean } | null, second: string | null): string => {
  const expected = differs ? `: it reads ${differs.by} ${differs.more ? 'more' : 'less'} than expected from the others` : '';
  return `It is most likely wrong${expected}.${second === null ? '' : ` If it reads the same, check ${second}.`}`;
};

export const removesNotebook = (what: string, photos: boolean): string =>
  `This permanently deletes ${what}${photos ? ' and its photos' : ''}. A drive made from it is not deleted.`;

export const acrossOnPhoto = (name: string, onPhoto: string, byCaliper: string | null): string =>
  `${name}: ${onPhoto} across on the photo${byCaliper === null ? '' : `, ${byCaliper} by caliper`}`;

export const distanceByTape = (a: string, b: string): string =>
  `Measure from the middle of the ${a} to the middle of the ${b}. This distance sets the scale of the photo.`;

export const acrossFromRims = (name: string, across: string, error: string): string =>
  `${name}: ${across} ± ${error} across, from the photo`;

export const photoName = (photo: number, excluded: boolean): string => `Photo ${photo}${excluded ? ' · excluded' : ''}`;

export const photoExcluded = (photo: number): string =>
  `Photo ${photo} is excluded. It disagrees with the other measurements. Check its marks, or take the photo again.`;

export const markExcluded = (photo: number, name: string): string =>
  `The mark of the ${name} on photo ${photo} is excluded, because it disagrees with the other measurements. Check it.`;

export const bentPhoto = (byRims: boolean): string =>
  byRims
    ? 'The rims disagree with each other and with the tape. A mark is on the wrong rim, or a pulley is at another height.'
    : 'The marks disagree with each other and with the tape. The photo is tilted or distorted too much for its scale. Mark a rectangle, or take the photo again from further away.';

export const photoSuspect = (photo: number): string => `The rims on photo ${photo} disagree most. Check them first.`;

export const sideOfLine = (name: string, right: boolean, from: string, to: string): string =>
  `${name} ${right ? 'right' : 'left'} of the line from ${from} to ${to}`;
