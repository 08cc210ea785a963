import type { CompiledSpring } from './compile';
import { INITIAL_TENSION_RAMP_MM } from './tolerances';

/**
 * Energy of a spring over its change of length, its force (N) and the derivative of the force (N/mm). A positive force
 * pulls its ends together.
 */
export interface SpringLaw {
  energy: number;
  pull: number;
  stiffness: number;
}

/**
 * A spring at a length, mm. Extension: nothing under its free length; beyond, initial tension plus rate × stretch, the initial tension coming
 * in over a ramp too short to measure. Compression: rate × what it is shortened by, as a negative pull.
 */
export function springLaw(
  spring: Pick<CompiledSpring, 'extension' | 'freeLength' | 'rate' | 'initialTension'>,
  length: number,
  out: SpringLaw,
): void {
  const stretch = length - spring.freeLength;
  if (spring.extension) {
    if (stretch <= 0) {
      out.energy = out.pull = out.stiffness = 0;
      return;
    }
    const { rate, initialTension } = spring;
    const ramp = INITIAL_TENSION_RAMP_MM;
    if (stretch < ramp) {
      out.stiffness = rate + initialTension / ramp;
      out.pull = out.stiffness * stretch;
      out.energy = 0.5 * out.stiffness * stretch * stretch;
    } else {
      out.stiffness = rate;
      out.pull = initialTension + rate * stretch;
      out.energy = 0.5 * rate * stretch * stretch + initialTension * (stretch - 0.5 * ramp);
    }
    return;
  }
  const short = Math.min(0, stretch);
  out.stiffness = short < 0 ? spring.rate : 0;
  out.pull = spring.rate * short;
  out.energy = 0.5 * spring.rate * short * short;
}
