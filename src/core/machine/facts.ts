/** One thing that a fact can be, and its words. */
export interface Choice {
  readonly id: string;
  readonly label: string;
}

interface FactBase {
  readonly id: string;
  /** True if it belongs to the machine. False if it belongs to its drive, and so to every machine with that drive. */
  readonly of: 'machine' | 'drive';
  readonly label: string;
  readonly question: string;
  /** Default until the fact is known, in words. */
  readonly untilKnown: string;
}

export interface ChoiceFact extends FactBase {
  readonly kind: 'choice';
  readonly choices: readonly Choice[];
  /** Default until it is known. Null if there is none. */
  readonly safe: string | null;
}
export interface NumberFact extends FactBase {
  readonly kind: 'number';
  readonly quantity: 'seconds' | 'length' | 'count';
  readonly safe: number | null;
}
export interface ListFact extends FactBase {
  readonly kind: 'list';
  /** Label of one line. */
  readonly each: string;
}
export type Fact = ChoiceFact | NumberFact | ListFact;

const YES_NO: readonly Choice[] = [
  { id: 'yes', label: 'Yes' },
  { id: 'no', label: 'No' },
];
const NOTHING_ASKED = 'Not entered yet.';

/**
 * Facts for conditions of the work, requested when a step first needs them. General trade knowledge: the manual of the
 * machine takes precedence.
 */
export const FACTS = [
  {
    id: 'power',
    of: 'machine',
    kind: 'choice',
    label: 'Power',
    question: 'What drives it?',
    choices: [
      { id: 'petrol', label: 'Petrol' },
      { id: 'diesel', label: 'Diesel' },
      { id: 'battery', label: 'Battery' },
      { id: 'mains', label: 'Mains' },
    ],
    safe: null,
    untilKnown: 'Every lead, pack and isolator is named.',
  },
  {
    id: 'turn',
    of: 'machine',
    kind: 'choice',
    label: 'May be turned by hand',
    question: 'Which way may it be turned by hand, seen from the pulley?',
    choices: [
      { id: 'either', label: 'Either way' },
      { id: 'cw', label: 'Clockwise only' },
      { id: 'ccw', label: 'Counter-clockwise only' },
    ],
    safe: null,
    untilKnown: 'Treated as running direction only.',
  },
  {
    id: 'spins',
    of: 'machine',
    kind: 'choice',
    label: 'Moves with the belt',
    question: 'What turns when the belt is moved by hand?',
    choices: [
      { id: 'blade', label: 'Blades' },
      { id: 'reel', label: 'Reel' },
      { id: 'auger', label: 'Auger' },
      { id: 'drum', label: 'Drum' },
      { id: 'knife', label: 'Knife bar' },
      { id: 'propeller', label: 'Propeller or fan' },
      { id: 'wheels', label: 'Wheels' },
      { id: 'none', label: 'Nothing that cuts' },
    ],
    safe: null,
    untilKnown: 'Treated as if something sharp turns.',
  },
  {
    id: 'class',
    of: 'machine',
    kind: 'choice',
    label: 'Class',
    question: 'What kind of machine is it, for its stop time?',
    choices: [
      { id: 'walk-behind', label: 'Walk-behind' },
      { id: 'ride-on', label: 'Ride-on' },
      { id: 'auger', label: 'Auger' },
      { id: 'none', label: 'No stop time limit' },
    ],
    safe: null,
    untilKnown: 'The shortest stop time limit applies.',
  },
  {
    id: 'threads',
    of: 'machine',
    kind: 'choice',
    label: 'Threads',
    question: 'What are its threads cut in?',
    choices: [
      { id: 'steel', label: 'Steel' },
      { id: 'aluminium', label: 'Aluminium in places' },
    ],
    safe: 'aluminium',
    untilKnown: 'Treated as aluminium.',
  },
  {
    id: 'manual',
    of: 'machine',
    kind: 'list',
    label: 'From its manual',
    question: 'Which values are in the manual?',
    each: 'Name, value with unit, page',
    untilKnown: 'Check the manual.',
  },
  {
    id: 'engage',
    of: 'drive',
    kind: 'choice',
    label: 'Engaged by',
    question: 'How is it engaged?',
    choices: [
      { id: 'lever-cable', label: 'Lever and cable' },
      { id: 'lever-rod', label: 'Lever and rod' },
      { id: 'electric-clutch', label: 'Electric clutch' },
      { id: 'hand-latch', label: 'Hand latch' },
      { id: 'centrifugal', label: 'Centrifugal' },
      { id: 'always-on', label: 'Always on' },
    ],
    safe: null,
    untilKnown: NOTHING_ASKED,
  },
  {
    id: 'take-up',
    of: 'drive',
    kind: 'choice',
    label: 'Tightened by',
    question: 'What tightens its belt?',
    choices: [
      { id: 'sprung-arm', label: 'Sprung arm' },
      { id: 'sprung-slide', label: 'Sprung slide' },
      { id: 'sprung-deck', label: 'The deck on its springs' },
      { id: 'floating-carriage', label: 'Floating carriage' },
      { id: 'clamp-idler', label: 'Clamped idler' },
      { id: 'slotted-mount', label: 'Slotted mount' },
      { id: 'eccentric', label: 'Eccentric' },
      { id: 'twin-rods', label: 'Twin rods' },
      { id: 'preload-marks', label: 'Preload marks' },
      { id: 'none', label: 'Nothing' },
    ],
    safe: null,
    untilKnown: NOTHING_ASKED,
  },
  {
    id: 'adjuster',
    of: 'drive',
    kind: 'choice',
    label: 'Adjuster',
    question: 'What can be adjusted?',
    choices: [
      { id: 'cable-bracket', label: 'Cable bracket' },
      { id: 'hook-link', label: 'Hook or link' },
      { id: 'nut', label: 'Nut' },
      { id: 'collar', label: 'Collar' },
      { id: 'none', label: 'None on this machine' },
    ],
    safe: null,
    untilKnown: 'Not checked yet.',
  },
  {
    id: 'brake',
    of: 'drive',
    kind: 'choice',
    label: 'Brake',
    question: 'Where is its brake?',
    choices: [
      { id: 'on-arm', label: 'On the arm' },
      { id: 'in-clutch', label: 'In the clutch' },
      { id: 'separate', label: 'By itself' },
      { id: 'none', label: 'None' },
    ],
    safe: null,
    untilKnown: NOTHING_ASKED,
  },
  {
    id: 'attachment-loads',
    of: 'drive',
    kind: 'choice',
    label: 'Attachment loads the tensioner',
    question: 'Does a mounted attachment pull on the tensioner?',
    choices: YES_NO,
    safe: 'no',
    untilKnown: 'Assumed no.',
  },
  {
    id: 'mount',
    of: 'drive',
    kind: 'choice',
    label: 'Attachment mounted by',
    question: 'How is the attachment mounted?',
    choices: [
      { id: 'module', label: 'Brackets and a drive module' },
      { id: 'brackets', label: 'Brackets, no drive module' },
      { id: 'latches', label: 'Latches or pins on the frame' },
      { id: 'one-machine', label: 'It is not removed' },
    ],
    safe: null,
    untilKnown: 'Unknown: steps of every design are shown.',
  },
  {
    id: 'height-link',
    of: 'drive',
    kind: 'choice',
    label: 'Height link',
    question: 'Is an idler held in line with a deck that moves up and down?',
    choices: YES_NO,
    safe: null,
    untilKnown: 'Checked with the deck hung.',
  },
  {
    id: 'deck-on-reach',
    of: 'drive',
    kind: 'choice',
    label: 'Reached with the deck on',
    question: 'Can every pulley, keeper and the engine pulley be reached with the deck hung?',
    choices: YES_NO,
    safe: 'no',
    untilKnown: 'Assumed no: the deck comes off.',
  },
  {
    id: 'align',
    of: 'drive',
    kind: 'choice',
    label: 'Lined up by',
    question: 'What lines its pulleys up?',
    choices: [
      { id: 'studs', label: 'Studs and nuts' },
      { id: 'rods', label: 'Rods' },
      { id: 'shims', label: 'Shims' },
      { id: 'slots', label: 'Slots' },
      { id: 'by-design', label: 'Nothing: by design' },
    ],
    safe: 'by-design',
    untilKnown: 'Assumed by design.',
  },
  {
    id: 'clamp-draw',
    of: 'drive',
    kind: 'number',
    label: 'Moves as it is clamped',
    question: 'How far does a part move when its clamp or taper is tightened?',
    quantity: 'length',
    safe: 0,
    untilKnown: 'Assumed none, then learned from readings.',
  },
  {
    id: 'primary',
    of: 'drive',
    kind: 'choice',
    label: 'CVT primary',
    question: 'What closes its primary?',
    choices: [
      { id: 'rollers', label: 'Rollers' },
      { id: 'flyweights', label: 'Flyweights' },
    ],
    safe: 'rollers',
    untilKnown: 'Assumed rollers.',
  },
  {
    id: 'secondary',
    of: 'drive',
    kind: 'choice',
    label: 'CVT secondary',
    question: 'Does the secondary have a drum or a cam?',
    choices: [
      { id: 'drum', label: 'Centrifugal drum' },
      { id: 'cam', label: 'Torque-sensing cam' },
    ],
    safe: null,
    untilKnown: 'Unknown: steps for both are shown.',
  },
  {
    id: 'guards',
    of: 'drive',
    kind: 'list',
    label: 'Guards and covers',
    question: 'Which guards and covers come off, with how many fasteners?',
    each: 'Name, where, how many fasteners',
    untilKnown: 'Asked at the first teardown.',
  },
  {
    id: 'switch-leads',
    of: 'drive',
    kind: 'list',
    label: 'Switch leads',
    question: 'Which switch leads are in the way?',
    each: 'Name and where',
    untilKnown: 'Asked at the first teardown.',
  },
  {
    id: 'grounds',
    of: 'drive',
    kind: 'list',
    label: 'Ground straps',
    question: 'Which ground straps sit under its screws?',
    each: 'Name and where',
    untilKnown: 'Asked at the first teardown.',
  },
  {
    id: 'parts-list',
    of: 'drive',
    kind: 'list',
    label: 'Parts list',
    question: 'Which small parts belong to this drive, such as bolts, shims, balls and spacers?',
    each: 'How many, part, length or thickness, place',
    untilKnown: 'Not listed. Count the parts as they come off.',
  },
  {
    id: 'barred-tools',
    of: 'drive',
    kind: 'list',
    label: 'Tools',
    question: 'Which tool reaches, and which does not?',
    each: 'Place, and tool that reached',
    untilKnown: 'Recorded when it is found.',
  },
] as const satisfies readonly Fact[];
export type FactId = (typeof FACTS)[number]['id'];

const byId = new Map<string, Fact>(FACTS.map((f) => [f.id, f]));
export const factOf = (id: FactId): Fact => byId.get(id)!;
export const isFact = (id: string): id is FactId => byId.has(id);
