import type { MatchedBelt, ReasonCode } from '@/core/drive';
import type { Units } from '@/ui/units';

type Sentence = (belt: MatchedBelt, units: Units) => string;

/** Why a belt does or does not run, in plain sentences with numbers. One place words every code. */
const SENTENCES: Readonly<Record<ReasonCode, Sentence>> = {
  'rides-proud': (b, u) => `${u.show(b.widthDifferenceMm, 'length')} too wide across the top: it stands proud of the grooves.`,
  'bottoms-out': (b, u) =>
    b.widthDifferenceMm < -0.5
      ? `${u.show(-b.widthDifferenceMm, 'length')} too narrow: it sinks and runs on the bottom of the grooves.`
      : 'Too deep: it runs on the bottom of the grooves.',
  'wrong-angle': () => 'Its flanks have another angle than the grooves: it bears on an edge.',
  'cannot-bend-back': () => 'The route bends it backwards over an idler, and this belt may not bend so.',
  'cannot-drive-back': () => 'The route drives a grooved pulley from the back; that takes a double-sided belt.',
  'wrong-count': () => 'Its number of ribs or joined belts is not that of the pulleys.',
  'brake-stays-off': (b, u) =>
    b.disengaged.stretchMm > 0
      ? 'Released, the belt holds the arm off: the brake stays off.'
      : `Released, the arm stands at ${b.disengaged.position === null ? 'rest' : u.show(b.disengaged.position, 'number', 1)} and the brake stays off.`,
  'still-stretched': (b, u) =>
    `Released, ${u.show(b.disengaged.stretchMm, 'length')} of stretch is left in the belt: ${b.disengaged.brakeOn ? 'the brake lands but the belt drags' : 'the belt drags'}.`,
  'too-little-slack': (b, u) => `Released, only ${u.show(b.disengaged.slack, 'length')} of slack: the belt drags.`,
  slips: (b, u) =>
    b.engaged.tension <= 0
      ? 'Engaged, the belt is still slack.'
      : `Engaged, ${u.show(b.engaged.tension, 'force')}, and it slips under ${u.show(b.engaged.floorN, 'force')}.`,
  'at-stop': () => 'Engaged, the arm meets its stop first: no travel is left.',
  'does-not-settle': () => 'The mechanism jams before it finds a resting place.',
  'short-end-of-tolerance': (b, u) =>
    `A belt at the short end of its tolerance (${u.show(b.toleranceMm, 'length')} under) would not let go.`,
  'long-end-of-tolerance': (b, u) => `A belt at the long end of its tolerance (${u.show(b.toleranceMm, 'length')} over) would not grip.`,
  'no-stretch-reserve': () => 'No travel is left for the belt’s stretch of 0.7 %.',
  'drive-uncertain': () => 'The drive is not measured closely enough to be sure: measure again where the survey advises.',
  'load-unknown': () => 'Load not given, so slip cannot be judged.',
};

/** Every reason of a belt in one line; what speaks for it where there is nothing against. */
export function whySentence(belt: MatchedBelt, units: Units): string {
  const against = belt.reasons.map((code) => SENTENCES[code](belt, units));
  if (belt.verdict !== 'fits') return against.join(' ');
  const { tension, floorN, loadKnown } = belt.engaged;
  const grip =
    loadKnown && floorN > 0 ? `${(tension / floorN).toFixed(1)} times the slip floor` : `${units.show(tension, 'force')} engaged`;
  const release = belt.disengaged.slack > 0 ? `; ${units.show(belt.disengaged.slack, 'length')} slack released` : '';
  return [`${grip}${release}.`, ...against].join(' ');
}
