import type { Drive } from '@/core/drive';

type Pulley = Drive['pulleys'][number];
export type Kind = Drive['kind'];

/** A pulley of a template. */
export const pulley = (
  id: string,
  label: string,
  role: Pulley['role'],
  x: number,
  y: number,
  outsideDiameter: number,
  rest: Partial<Pulley> = {},
): Pulley => ({
  id,
  label,
  role,
  x,
  y,
  outsideDiameter,
  face: role === 'idler' ? 'flat' : 'v',
  ...(role === 'driver' ? { rpm: 3000, rotation: 'cw' as const } : {}),
  ...rest,
});

/** A drive with nothing on it but its two states. */
export const empty = (name: string, kind: Kind): Drive => ({
  format: 'taut-sheave/drive',
  version: 1,
  name,
  kind,
  notes: '',
  pulleys: [],
  belts: [],
  tensioners: [],
  springs: [],
  adjusters: [],
  brakes: [],
  keepers: [],
  states: [
    { name: 'disengaged', lever: 0 },
    { name: 'engaged', lever: 1 },
  ],
});
