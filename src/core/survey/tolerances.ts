/** Every tolerance of the survey, each with its unit and what it trades off. */

/** Directions that measurements hold this much weaker than the strongest are held by none, as a share. */
export const RANK_TOLERANCE = 1e-10;
/** Share of an entry in the directions that nothing holds, above which it is not fixed. */
export const LOOSE_SHARE = 1e-9;
/** A descent ends with a step this short, mm. */
export const LAST_STEP_MM = 1e-7;
/** Most steps of one descent. */
export const MOST_STEPS = 60;
/** A sum of squares is smaller than another if it is so by this share: less is rounding. */
export const SMALLER_SHARE = 1e-9;
/** Two sums of squares within this share are the same place. */
export const SAME_COST_SHARE = 1e-6;
/** Two penalties of sides within this are the same. */
export const SAME_PENALTY = 1e-9;
/** A distance of 0 is replaced by this before a division, mm. */
export const NO_DISTANCE_MM = 1e-9;
/** A measurement with less freedom than this share determines its entry alone: the others cannot check it. */
export const LEAST_FREEDOM = 1e-6;
/** A measurement that weighs this share of its weight takes no part. */
export const LEFT_OUT_SHARE = 1e-12;
/** Smaller errors in every number are ignored, mm or the unit of the number. */
export const NEGLIGIBLE_ERROR = 1e-3;
