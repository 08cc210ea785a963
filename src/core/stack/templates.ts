import { grooveHeight, type Layer, type Stack } from './stack';

export interface StackTemplate {
  readonly key: string;
  readonly title: string;
  readonly stack: Stack;
}

const head: Layer = { kind: 'head' };
const nut: Layer = { kind: 'nut' };
const washer: Layer = { kind: 'washer', thickMm: 2, outsideMm: 17 };
const bracket: Layer = { kind: 'bracket', thickMm: 5 };
const spacer = (thickMm: number): Layer => ({ kind: 'spacer', thickMm, outsideMm: 16 });
const cupped = (raisedUp: boolean): Layer => ({ kind: 'cupped', thickMm: 2.5, outsideMm: 24, cupMm: 1, raisedUp });
const flatIdler: Layer = { kind: 'wheel', thickMm: 12, raceMm: 20, shellMm: 82, grooveMm: 6, flat: true };
const grooveIdler: Layer = { kind: 'wheel', thickMm: 14, raceMm: 22, shellMm: 96, grooveMm: 7, flat: false };

/** A stack in its place. */
const right = (key: string, title: string, layers: readonly Layer[]): StackTemplate => {
  const stack = { layers, wantedMm: 0 };
  return { key, title, stack: { layers, wantedMm: grooveHeight(stack) ?? 0 } };
};

/**
 * Usual stacks, with placeholder sizes to be measured. A cupped washer is wider than the race, so a plain washer
 * separates it from the pulley.
 */
export const STACK_TEMPLATES: readonly StackTemplate[] = [
  right('idler-above', 'Flat idler over its bracket', [head, bracket, spacer(14), flatIdler, washer, cupped(true), nut]),
  right('idler-below', 'Flat idler under its bracket', [head, cupped(false), washer, flatIdler, spacer(14), bracket, nut]),
  right('groove-idler', 'Groove idler on an arm, bushed spacer', [
    head,
    bracket,
    washer,
    spacer(9),
    grooveIdler,
    washer,
    cupped(true),
    nut,
  ]),
  right('spindle', 'Spindle pulley over its housing', [
    head,
    { kind: 'bracket', thickMm: 40 },
    { kind: 'spacer', thickMm: 10, outsideMm: 30 },
    { kind: 'wheel', thickMm: 22, raceMm: 36, shellMm: 146, grooveMm: 11, flat: false },
    { kind: 'washer', thickMm: 3, outsideMm: 32 },
    { kind: 'cupped', thickMm: 3, outsideMm: 32, cupMm: 1.2, raisedUp: true },
    nut,
  ]),
];
