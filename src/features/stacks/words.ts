import type { EntryAngle, Layer, LayerKind, Stack, StackFault } from '@/core/stack';
import type { Units } from '@/ui/units';

export const KIND_WORDS: Readonly<Record<LayerKind, string>> = {
  head: 'Bolt head',
  nut: 'Nut',
  bracket: 'Bracket',
  spacer: 'Spacer',
  washer: 'Washer',
  cupped: 'Cupped washer',
  wheel: 'Wheel on its bearing',
};

/** A part in a line: what it is, and its size along the bolt. */
export function layerWords(one: Layer, { show }: Pick<Units, 'show'>): string {
  if (one.kind === 'head' || one.kind === 'nut') return KIND_WORDS[one.kind];
  const size = show(one.thickMm, 'length');
  if (one.kind === 'cupped') return `Cupped washer, raised side ${one.raisedUp ? 'up' : 'down'}`;
  return `${KIND_WORDS[one.kind]}, ${size} ${one.kind === 'wheel' ? 'race' : one.kind === 'spacer' ? 'long' : 'thick'}`;
}

/** What a fault is and what it does, in one sentence. */
export function faultWords({ code, layer, mm }: StackFault, stack: Stack, { show }: Pick<Units, 'show'>): string {
  const part = layer === null ? undefined : stack.layers[layer];
  const what = part ? KIND_WORDS[part.kind].toLowerCase() : '';
  switch (code) {
    case 'no-bracket':
      return 'There is no bracket: nothing to count its height from.';
    case 'no-wheel':
      return 'There is no wheel in it.';
    case 'two-wheels':
      return 'Two wheels stand on one bolt; draw each as a stack of its own.';
    case 'not-held':
      return 'A bolt-up is held from end to end: a head or a nut at the bottom and at the top, and none between.';
    case 'clamps-shell':
      return `The ${what} is ${show(mm ?? 0, 'length')} wider than the inner race: tightened, it clamps the shell, and a wheel that turned freely loose binds.`;
    case 'rubs-bracket':
      return 'The wheel lies on the bracket itself: its shell rubs there. A spacer or washer of the race’s width belongs between.';
    case 'cup-wrong-way':
      return 'The cupped washer is the wrong way round: its raised side goes to the nut or head, else the bolt backs off.';
    case 'cup-flat':
      return 'The cupped washer has gone flat: it no longer keeps the bolt tight. Renew it.';
    case 'spacer-far-side':
      return 'The spacer is on the far side of the wheel: the wheel stands where the spacer should.';
    case 'off-height':
      return `The wheel stands ${show(Math.abs(mm ?? 0), 'length')} too ${(mm ?? 0) > 0 ? 'high' : 'low'}.`;
  }
}

/** How the belt takes a wheel that stands so. */
export const angleWords = ({ degrees, limit }: EntryAngle): string =>
  degrees > limit
    ? `${degrees.toFixed(1)}°, more than the ${limit}° it takes: it climbs the rim and is thrown`
    : `${degrees.toFixed(1)}° of the ${limit}° it takes`;
