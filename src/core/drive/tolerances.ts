/** Every tolerance and cap of the drive computation, each with its unit and what it trades off. */

/** Positions are solved to this, in degrees or mm: well under what a hand can see or a stop can hold. */
export const POSITION_TOLERANCE = 1e-9;
/** A Newton step this short is the last: the next would be shorter than the square of it, degrees or mm. */
export const NEWTON_TOLERANCE = 1e-6;
/** A tensioner within this distance of a stop is at the stop, degrees or mm. */
export const STOP_TOLERANCE = 1e-6;
/**
 * Largest out-of-balance work per unit of travel in an equilibrium of several tensioners. N per mm, or N·mm per radian,
 * scaled by its arm.
 */
export const FORCE_TOLERANCE = 1e-6;
/** Where rounding stops the search for several tensioners short of that, this is still settled, N: half of what a tension is promised to. */
export const STALL_TOLERANCE = 5e-3;
/** Initial tension comes in over this much stretch, mm, so that the energy has a slope everywhere. Far below any measurable length. */
export const INITIAL_TENSION_RAMP_MM = 1e-4;
/** Number of lever steps from released to its position: enough to follow a branch, few enough to be fast. */
export const LEVER_STEPS = 4;
/** Number of intervals of the travel in the downhill walk. Narrower minima may be missed. */
export const TRAVEL_STEPS = 32;
/** Most Newton steps of one lever step for several tensioners. */
export const MAX_NEWTON_STEPS = 80;
/** Most refinements of one bracketed root; bisection alone would need about 50. */
export const MAX_ROOT_STEPS = 100;
/** A smaller wrap angle is not contact, radians. */
export const NO_WRAP_RAD = 1e-9;
/** Two lengths closer than this are the same, mm. */
export const LENGTH_TOLERANCE_MM = 1e-7;
/** Circles and spans that run into each other by less than this only touch, mm. */
export const TOUCHING_MM = 1e-6;
/** Steps in which load is laid on a drive of several tensioners: enough to follow the branch. */
export const LOAD_STEPS = 2;
/** How far a drive found on a dead centre is pushed off it, as a share of the travel. */
export const DEAD_CENTRE_PUSH = 1 / 64;
/** With a larger residual on a tensioner off its stops, N, the search did not find a rest position. */
export const OUT_OF_BALANCE = 0.05;
/** Ends of intervals of settings are bisected to this, in units of the setting. */
export const EDGE_TOLERANCE = 1e-6;
/** Number of steps of the length scan before its edges are refined. */
export const WINDOW_STEPS = 72;
/** Accuracy of an end of the length window for its uncertainty, mm: far below the error of any tape. */
export const WINDOW_END_TOLERANCE_MM = 0.02;
/** A number of a drive that differs less from the surveyed one was not edited. */
export const SAME_NUMBER = 1e-6;
/** FORCE_TOLERANCE of a search over several tensioners that a later search refines. */
export const ROUGH_FORCE_TOLERANCE = 1e-3;
/** A Hessian with a pivot below this share of its largest entry is not positive definite. */
export const PIVOT_SHARE = 1e-10;
/** A falling direction of the energy has an eigenvalue below this share of the largest entry, negative. */
export const FALLING_SHARE = 1e-9;
/** Share of the predicted decrease of energy that a step must reach (Armijo). */
export const DECREASE_SHARE = 1e-4;
/** Shorter than this, a run between two points has no direction, mm. */
export const NO_LENGTH_MM = 1e-9;
