/** A term of the trade with its meaning in one or two sentences. */
export interface GlossaryTerm {
  readonly term: string;
  readonly meaning: string;
  /** Drawing that shows it. */
  readonly drawing?: 'sides' | 'wrap' | 'entry';
}

/** Terms that a newcomer may not know, in the order of the glossary page. */
export const TERMS = {
  driver: { term: 'Driver', meaning: 'The pulley that drives the belt, usually on the engine.' },
  driven: { term: 'Driven pulley', meaning: 'A pulley that the belt turns, such as a blade spindle.' },
  idler: { term: 'Idler', meaning: 'A pulley that only guides or tensions the belt. It carries no load to a shaft.' },
  'v-side': {
    term: 'V side and back',
    meaning: 'The V side is the tapered side that wedges in a groove. The back is the flat outer side.',
  },
  'tight-side': {
    term: 'Tight side',
    meaning: 'The span that pulls the driven pulley. It has more tension under load than at rest.',
    drawing: 'sides',
  },
  'slack-side': {
    term: 'Slack side',
    meaning:
      'The span that leaves the driver towards the driven pulley. It has the least tension under load, so the tensioner belongs there.',
    drawing: 'sides',
  },
  span: { term: 'Span', meaning: 'The straight part of a belt between two pulleys.' },
  wrap: {
    term: 'Wrap angle',
    meaning: 'The angle over which the belt touches a pulley. With less wrap angle, the belt slips earlier.',
    drawing: 'wrap',
  },
  'entry-angle': {
    term: 'Entry angle',
    meaning:
      'The angle between a span and the plane of the pulley that it enters. Over its limit, the belt wears on one side or comes off.',
    drawing: 'entry',
  },
  tensioner: { term: 'Tensioner', meaning: 'The part that takes up slack: an idler on a pivoting arm, or a slide.' },
  travel: { term: 'Travel', meaning: 'The range of movement of a tensioner between its stops.' },
  engaged: {
    term: 'Engaged and released',
    meaning: 'Engaged: the belt is tight and drives. Released: the belt is slack, and the brake is on.',
  },
  'static-tension': { term: 'Tension at rest', meaning: 'The tension of each span with the machine stopped. Readings show this tension.' },
  'running-tension': {
    term: 'Tension under load',
    meaning: 'The tension that remains while the belt drives its load. It can be lower than at rest because the tensioner moves.',
  },
  'slip-limit': { term: 'Slip limit', meaning: 'The tension at rest below which the belt slips under its load.' },
  'bearing-limit': { term: 'Bearing limit', meaning: 'The tension at rest above which a bearing or the belt is overloaded.' },
  'tension-range': { term: 'Tension range', meaning: 'The tension between the slip limit and the bearing limit. The target is within it.' },
  deflection: {
    term: 'Deflection and force',
    meaning: 'The distance that a span moves when a known force pushes its middle. They show the tension.',
  },
  'tap-frequency': {
    term: 'Tap frequency',
    meaning: 'The number of vibrations per second of a tapped span, in Hz. A tighter span vibrates faster.',
  },
  'length-window': {
    term: 'Length window',
    meaning: 'The outside lengths at which a belt both grips when engaged and goes slack when released.',
  },
  'release-slack': { term: 'Slack when released', meaning: 'The length that the belt is longer than its path when the drive is released.' },
  brake: { term: 'Brake on, brake clear', meaning: 'On: the brake holds its pulley. Clear: the brake does not touch its pulley.' },
  keeper: {
    term: 'Belt keeper',
    meaning: 'A part near a pulley that stops the belt from climbing out. It stays clear of the running belt.',
  },
  'belt-stop': { term: 'Belt stop', meaning: 'A part on which the released belt rests, so that it leaves the driver.' },
  stack: { term: 'Hardware stack', meaning: 'The washers, spacers and bearing on one bolt, in their order.' },
  'idle-slack': { term: 'Idle slack', meaning: 'The slack of a CVT belt at idle. Without it, the machine creeps.' },
  ratio: { term: 'Ratio', meaning: 'Speed of the driver divided by the speed of the driven pulley.' },
  'minimum-width': { term: 'Minimum width', meaning: 'The belt width from the manual below which a CVT belt is replaced.' },
  'break-in': { term: 'Break-in', meaning: 'The first hours of a new belt at part throttle, in which it fits itself to the pulleys.' },
} as const satisfies Readonly<Record<string, GlossaryTerm>>;
export type TermId = keyof typeof TERMS;
