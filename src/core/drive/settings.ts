/** Parameters of grip, load and bearing life. Each is a setting of the shop. */
export interface GripSettings {
  /** Exponent per radian of wrap for V contact in a groove; 0.5123 is the usual 5:1 at half a turn. */
  readonly grooveGrip: number;
  /** Exponent per radian on a flat face or over the back. */
  readonly flatGrip: number;
  /** Grip of a wet belt, as a share of the dry exponent. */
  readonly wetShare: number;
  /** Factor on the power that driven pulleys take. */
  readonly serviceFactor: number;
  /** Life that bearings should reach, hours. */
  readonly bearingLifeHours: number;
}

export const DEFAULT_GRIP: GripSettings = { grooveGrip: 0.5123, flatGrip: 0.3, wetShare: 0.6, serviceFactor: 1.3, bearingLifeHours: 1000 };

export interface MatchSettings {
  /** Slack at which a belt is released, mm. */
  readonly releaseSlackMm: number;
  /** Length tolerance of a new belt: this many mm … */
  readonly toleranceMm: number;
  /** … plus this share of its length. */
  readonly toleranceShare: number;
  /** Stretch that a belt must survive, as a share of its length. */
  readonly stretchShare: number;
  /** Largest stretch of a belt for fitting over the slackened path, as a share of its length. */
  readonly mountStretchShare: number;
  readonly grip: GripSettings;
}

export const DEFAULT_MATCH: MatchSettings = {
  releaseSlackMm: 3,
  toleranceMm: 3,
  toleranceShare: 0.002,
  stretchShare: 0.007,
  mountStretchShare: 0.008,
  grip: DEFAULT_GRIP,
};
