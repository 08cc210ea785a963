import { placeDimension, type Drive, type LengthWindow, type MatchedBelt, type ReasonCode, type RunningSettings } from '@/core/drive';
import type { Units } from '@/ui/units';

/** What a sentence needs to know beside the belt: the window it missed, the drive's names, whether anything is asked to let go. */
export interface WhyContext {
  readonly drive: Drive;
  readonly beltId: string;
  readonly window: LengthWindow;
  readonly asksForRelease: boolean;
}

type Sentence = (belt: MatchedBelt, units: Units, context: WhyContext) => string;

const partName = (context: WhyContext, id: string | null) => {
  const pulley = context.drive.pulleys.find((p) => p.id === id);
  return pulley?.label ?? pulley?.id ?? 'the belt';
};

/** A belt in the middle of a sentence: “PTO belt”, “bar belt”. */
function beltName({ drive }: WhyContext, id: string): string {
  const { label } = drive.belts.find((b) => b.id === id) ?? {};
  if (!label) return 'other belt';
  return /^[A-Z][a-z]/.test(label) ? label[0]!.toLowerCase() + label.slice(1) : label;
}

/** The tensioner that takes up this belt, and its position in words. */
function placed({ drive, beltId }: WhyContext, position: number | null, { show }: Units): string {
  const route = new Set(drive.belts.find((b) => b.id === beltId)?.route.map((r) => r.pulley));
  const tensioner = drive.tensioners.find((t) => t.carries.some((id) => route.has(id)));
  if (position === null || !tensioner) return '';
  return ` at ${show(position, tensioner.kind === 'pivot' ? 'angle' : 'length', 1)}`;
}

/** What fails first once the belt has stretched. */
function stretchedWords(b: MatchedBelt): string {
  if (b.stretched.includes('slips')) return 'Once it has stretched by 0.7 % it no longer grips.';
  if (b.stretched.includes('at-stop')) return 'Once it has stretched by 0.7 % the arm meets its stop.';
  if (b.stretched.includes('collides')) return 'Once it has stretched by 0.7 % its idler runs into another part.';
  return 'Stretch of 0.7 % takes it out of the window.';
}

/** Why a belt does or does not run, in plain sentences with numbers. One place words every code. */
const SENTENCES: Readonly<Record<ReasonCode, Sentence>> = {
  'rides-proud': (b, u) => `${u.caliper(b.widthDifferenceMm)} too wide across the top: it stands proud of the grooves.`,
  'bottoms-out': (b, u) =>
    b.widthDifferenceMm < -0.5
      ? `${u.caliper(-b.widthDifferenceMm)} too narrow: it sinks and runs on the bottom of the grooves.`
      : 'Too deep: it runs on the bottom of the grooves.',
  'wrong-angle': () => 'Its flanks have another angle than the grooves: it bears on an edge.',
  'cannot-bend-back': () => 'The route bends it backwards over an idler, and this belt may not bend so.',
  'cannot-drive-back': () => 'The route drives a grooved pulley from the back; that takes a double-sided belt.',
  'wrong-count': () => 'Its number of ribs or joined belts is not that of the pulleys.',
  'brake-stays-off': (b, u, c) =>
    b.disengaged.stretchMm > 0
      ? 'Released, the belt holds the arm off: the brake stays off.'
      : `Released, the arm rests${placed(c, b.disengaged.position, u)} and the brake stays off.`,
  'brake-stays-on': (b, u, c) =>
    `Engaged, the belt is tight before the arm has lifted the brake${placed(c, b.engaged.position, u) ? ` (it stands${placed(c, b.engaged.position, u)})` : ''}: the brake drags while driving.`,
  'still-stretched': (b, u) =>
    `Released, ${u.show(b.disengaged.stretchMm, 'length')} of stretch is left in the belt: ${b.disengaged.brakeOn ? 'the brake lands but the belt drags' : 'the belt drags'}.`,
  'too-little-slack': (b, u) => `Released, only ${u.show(b.disengaged.slack, 'length')} of slack: the belt drags.`,
  'over-ceiling': (b, u, c) =>
    `${u.show(b.engaged.tension, 'force')} at rest, over the ${u.show(b.engaged.ceilingN ?? 0, 'force')} that ${b.engaged.ceilingFrom === 'belt' ? 'the belt' : `the bearing of ${partName(c, b.engaged.ceilingFrom)}`} takes.`,
  'cannot-be-mounted': (b, u) =>
    `With everything let back the path is still ${u.show(-b.mountingSlackMm, 'length')} longer than the belt: it cannot be got on.`,
  'hard-to-mount': (b, u) =>
    b.mountingSlackMm > 0
      ? `Hard to get on: only ${u.show(b.mountingSlackMm, 'length')} to spare with everything let back. Take a pulley off; never force it.`
      : 'Hard to get on: nothing to spare with everything let back. Take a pulley off; never force it.',
  collides: (b) =>
    b.tooShort && !b.tooLong
      ? 'Released, a pulley stands in another or in the belt’s way.'
      : 'Engaged, the arm is drawn so far that an idler runs into another part or through the belt.',
  slips: (b, u) =>
    b.engaged.tension <= 0
      ? 'Engaged, the belt is still slack.'
      : b.engaged.running <= 0
        ? `Engaged it has ${u.show(b.engaged.tension, 'force')} at rest and nothing is left of it under load: it slips under ${u.show(b.engaged.floorN, 'force')}.`
        : `Engaged it holds ${u.show(b.engaged.running, 'force')} of ${u.show(b.engaged.tension, 'force')} under load, and it slips under ${u.show(b.engaged.floorN, 'force')}.`,
  'at-stop': (b) =>
    b.engaged.stopUnderLoad ? 'Under load the arm is drawn to its stop: it grips no further.' : 'Engaged, the arm meets its stop first.',
  'other-belt-slips': (b, u, c) =>
    b.others
      .filter((o) => !o.grips)
      .map(
        (o) =>
          `The ${beltName(c, o.belt)} slips with this belt: ${u.show(Math.max(0, o.running), 'force')} under load, ${u.show(o.tension, 'force')} at rest. It slips below ${u.show(o.floor, 'force')} at rest.`,
      )
      .join(' '),
  'other-belt-stays-tight': (b, _u, c) =>
    b.others
      .filter((o) => !o.letsGo)
      .map((o) => `The ${beltName(c, o.belt)} does not go slack when released, with this belt fitted.`)
      .join(' '),
  'does-not-settle': () => 'The mechanism jams before it finds a resting place.',
  'short-end-of-tolerance': (b, u, c) =>
    `A belt at the short end of its tolerance (${u.show(b.toleranceMm, 'length')} under) would ${c.asksForRelease ? 'not let go' : 'be too short'}.`,
  'long-end-of-tolerance': (b, u) => `A belt at the long end of its tolerance (${u.show(b.toleranceMm, 'length')} over) would not grip.`,
  'no-stretch-reserve': (b) => stretchedWords(b),
  'drive-uncertain': () => 'The drive is not measured closely enough to be sure: measure again where the survey advises.',
  'length-not-judged': () => 'Seats by section, width and angle. On a variable drive its length is not judged from the drawing.',
  'load-unknown': () => 'Load not given, so slip cannot be judged.',
};

/** Reasons that belong to the long side of the window: of a belt far too short they are true and say nothing. */
const LONG_SIDE: ReadonlySet<ReasonCode> = new Set(['slips', 'at-stop', 'does-not-settle', 'collides']);
/** A miss by more than this is said first, mm: the reason behind it follows from it. */
const FAR_MM = 12;

/** By how much a belt misses the window, mm: negative where it is too short, positive where too long; null where it is in it or there is none. */
export function missOf(belt: Pick<MatchedBelt, 'outsideMm' | 'tooShort' | 'tooLong'>, window: LengthWindow): number | null {
  if (belt.tooShort && window.letsGoFromMm !== null && Number.isFinite(window.letsGoFromMm) && belt.outsideMm < window.letsGoFromMm)
    return belt.outsideMm - window.letsGoFromMm;
  if (belt.tooLong && window.gripsToMm !== null && Number.isFinite(window.gripsToMm) && belt.outsideMm > window.gripsToMm)
    return belt.outsideMm - window.gripsToMm;
  return null;
}

/** Every reason of a belt in one line; what speaks for it where there is nothing against. */
export function whySentence(belt: MatchedBelt, units: Units, context: WhyContext): string {
  const miss = belt.verdict === 'wrong-section' ? null : missOf(belt, context.window);
  const short = miss !== null && miss < 0;
  const codes = short && belt.tooLong ? belt.reasons.filter((code) => !LONG_SIDE.has(code)) : belt.reasons;
  const against = codes.map((code) => SENTENCES[code](belt, units, context));
  if (miss !== null && Math.abs(miss) > FAR_MM)
    return `${units.show(Math.abs(miss), 'length')} too ${short ? 'short' : 'long'}. ${against[0] ?? ''}`.trim();
  if (belt.verdict !== 'fits') return against.join(' ');
  const { tension, running, loadKnown } = belt.engaged;
  const grip = loadKnown
    ? `Holds ${units.show(running, 'force')} of ${units.show(tension, 'force')} under load`
    : `${units.show(tension, 'force')} engaged`;
  const release =
    context.asksForRelease && belt.disengaged.slack > 0 ? `; ${units.show(belt.disengaged.slack, 'length')} slack released` : '';
  return [`${grip}${release}.`, ...against].join(' ');
}

/** Which setting of an adjuster would make a failing belt run; null where none does. */
export function rescueSentence(settings: readonly RunningSettings[] | undefined, drive: Drive, { show }: Units): string | null {
  const parts = (settings ?? []).flatMap(({ adjuster, ranges }) => {
    const one = drive.adjusters.find((a) => a.id === adjuster);
    if (!one || ranges.length === 0) return [];
    const at = (place: number) => show(place, placeDimension(drive, one));
    const places = ranges.map(([from, to]) => (to - from < 0.05 ? at(from) : `${at(from)} to ${at(to)}`)).join(' or ');
    return [`${one.label ?? 'the adjuster'} at ${places} (now ${at(one.position)})`];
  });
  return parts.length === 0 ? null : `Would run with ${parts.join(', or ')}.`;
}
