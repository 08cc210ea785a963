import { scaleEntry } from '../core/survey/camera';
import type { PhotoCamera } from './photo-camera';

/** Entries of the survey's camera for a camera in space above the plane at height 0. */
export function cameraEntries({ width, height, focal, barrel, at, axes }: PhotoCamera): Float64Array {
  const [right, down, forward] = axes as readonly (readonly number[])[] as readonly [
    readonly number[],
    readonly number[],
    readonly number[],
  ];
  const far = -at[2] / forward[2]!;
  const up = axes.map((axis) => -axis[2]);
  const angle = Math.acos(Math.min(1, up[2]!));
  const s = angle < 1e-9 ? 1 : Math.sin(angle) / angle;
  const [a, b] = [-up[1]! / s, up[0]! / s];
  // The turn about the normal is what is left once the tilt is undone.
  const c = angle < 1e-9 ? 0.5 : (1 - Math.cos(angle)) / (angle * angle);
  const first = [1 - c * b * b, c * a * b, -s * b];
  const dot = (k: number) => first[0]! * right[k]! + first[1]! * down[k]! + first[2]! * forward[k]!;
  const entries = new Float64Array(8);
  entries[0] = at[0] + far * forward[0]!;
  entries[1] = at[1] + far * forward[1]!;
  entries[2] = Math.atan2(dot(1), dot(0));
  entries[3] = scaleEntry({ width, height }, far / focal);
  entries[4] = 1000 * a;
  entries[5] = 1000 * b;
  entries[6] = 1000 * Math.log(focal / (0.77 * Math.max(width, height)));
  entries[7] = 1000 * barrel;
  return entries;
}
