/** Kinds of drive for fault tracing, each with its own likelihoods. */
export const DRIVE_KINDS = [
  { id: 'deck-lever', label: 'Mowing deck with idlers, engaged by a lever' },
  { id: 'deck-clutch', label: 'Mowing deck with an electric clutch' },
  { id: 'sliding-deck', label: 'Sliding deck, tightened by its own springs' },
  { id: 'pto', label: 'PTO with a shared tensioner' },
  { id: 'snow-thrower', label: 'Snow thrower' },
  { id: 'accessory', label: 'Accessory drive' },
  { id: 'reel', label: 'Reel mower, short fixed centres' },
  { id: 'banded', label: 'Banded or reduction drive, fixed centres' },
  { id: 'cvt', label: 'Variable drive (CVT)' },
] as const;
export type DriveKind = (typeof DRIVE_KINDS)[number]['id'];

/** Sets of kinds that several causes share. */
export const ALL: readonly DriveKind[] = DRIVE_KINDS.map((k) => k.id);
export const DECKS = ['deck-lever', 'deck-clutch'] as const satisfies readonly DriveKind[];
export const CLUTCHED = ['deck-clutch', 'sliding-deck'] as const satisfies readonly DriveKind[];
/** Drives with a spring arm that a lever engages. */
export const LEVERED = ['deck-lever', 'pto', 'snow-thrower'] as const satisfies readonly DriveKind[];

/** Places on a machine for checks and causes. */
export const STATIONS = [
  { id: 'belt', label: 'Belt' },
  { id: 'groove', label: 'Grooves' },
  { id: 'rim', label: 'Rims and faces' },
  { id: 'idler', label: 'Idler bearings' },
  { id: 'idler-stand', label: 'Idler bracket' },
  { id: 'stack', label: 'Idler stack' },
  { id: 'arm', label: 'Arm or slide' },
  { id: 'spring', label: 'Springs and hooks' },
  { id: 'keeper', label: 'Keepers and guards' },
  { id: 'height-link', label: 'Height link' },
  { id: 'control', label: 'Cable, rod and lever' },
  { id: 'adjuster', label: 'Adjuster' },
  { id: 'brake', label: 'Brake' },
  { id: 'clutch', label: 'Electric clutch' },
  { id: 'switches', label: 'Switches and connectors' },
  { id: 'spindle', label: 'Spindles' },
  { id: 'blade', label: 'Blades' },
  { id: 'shaft', label: 'Shafts and hubs' },
  { id: 'mounts', label: 'Mounts and clamps' },
  { id: 'line', label: 'Alignment' },
  { id: 'whole', label: 'The drive as a whole' },
  { id: 'attachment', label: 'Attachment and second belt' },
  { id: 'use', label: 'Use of the machine' },
  { id: 'cvt-belt', label: 'CVT belt' },
  { id: 'cvt-primary', label: 'CVT primary' },
  { id: 'cvt-secondary', label: 'CVT secondary' },
  { id: 'cvt-housing', label: 'CVT ducts and housing' },
] as const;
export type Station = (typeof STATIONS)[number]['id'];
