import type { ManualTarget } from '@/core/job';
import type { Units } from '@/ui/units';

/** A target in words, as the manual states it and as a tension. */
export function targetWords(
  { form, where, from, to, deflectionMm, placeIn, page, rangeN }: ManualTarget,
  { show, adjusterPosition }: Units,
): string {
  const one = (value: number) =>
    form === 'tap'
      ? `${Number(value.toFixed(1))} Hz`
      : form === 'spring-length'
        ? show(value, 'length')
        : form === 'marks'
          ? adjusterPosition(value, placeIn ?? 'length')
          : show(value, 'force');
  const stated = to === null ? one(from) : `${one(from)} to ${one(to)}`;
  const pushed = deflectionMm === null ? '' : ` at ${show(deflectionMm, 'length')}`;
  const place = where === '' ? '' : `, ${where}`;
  const [low, high] = rangeN;
  const tension = form === 'tension' ? '' : low === high ? `: ${show(low, 'force')}` : `: ${show(low, 'force')} to ${show(high, 'force')}`;
  return `${stated}${pushed}${place}${page === '' ? '' : ` (page ${page})`}${tension}`;
}
