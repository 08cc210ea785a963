import { readdirSync, readFileSync } from 'node:fs';
import { compileDrive, type CompiledDrive } from './compile';
import type { Drive } from './schema';
import { validateDrive } from './validate';

/** Drives for tests and benchmarks. */
const folder = new URL('../../../demo/drives/', import.meta.url);

export const DEMO_DRIVES: readonly string[] = readdirSync(folder)
  .filter((f) => f.endsWith('.drive.json'))
  .map((f) => f.replace('.drive.json', ''));

export function demoDrive(name: string): Drive {
  const read = validateDrive(JSON.parse(readFileSync(new URL(`${name}.drive.json`, folder), 'utf8')));
  if (!read.ok) throw new Error(`${name}: ${JSON.stringify(read.problems)}`);
  return read.drive;
}

export function compiled(drive: Drive): CompiledDrive {
  const made = compileDrive(drive);
  if (!made.ok) throw new Error(JSON.stringify(made.problems));
  return made.compiled;
}

/** A validated drive from its parts, the rest empty. */
export function driveOf(parts: Record<string, unknown>): Drive {
  const read = validateDrive({ format: 'taut-sheave/drive', version: 1, name: 'test', kind: 'other', pulleys: [], belts: [], ...parts });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.drive;
}

/** Two grooved pulleys and one belt: `driver` turns at 3000 rpm, `driven` takes 3 kW. */
export function twoPulleys(
  options: { d1?: number; d2?: number; centres?: number; pitchLength?: number; section?: string; rotation?: 'cw' | 'ccw' } = {},
): Drive {
  const { d1 = 100, d2 = 150, centres = 400, pitchLength, section = 'A', rotation = 'cw' } = options;
  return driveOf({
    pulleys: [
      { id: 'driver', role: 'driver', x: 0, y: 0, outsideDiameter: d1, face: 'v', rpm: 3000, rotation },
      { id: 'driven', role: 'driven', x: centres, y: 0, outsideDiameter: d2, face: 'v', powerKw: 3 },
    ],
    belts: [
      {
        id: 'belt',
        section,
        route: [
          { pulley: 'driver', contact: 'v' },
          { pulley: 'driven', contact: 'v' },
        ],
        ...(pitchLength ? { length: { value: pitchLength, reference: 'pitch' } } : {}),
      },
    ],
  });
}
