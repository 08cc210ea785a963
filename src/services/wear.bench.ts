import { bench, describe } from 'vitest';
import { seededRandom } from '../core/drive';
import { wearForecast, type WearAsk } from '../core/wear';
import { drawWear } from '../lab/wear-simulation';
import { newFleet } from './wear';

/** 200 belts of ten readings: a list with one more reading, compared with computing all of them again. */
const random = seededRandom(11);
const asks: readonly WearAsk[] = Array.from({ length: 200 }, () => {
  const { readings, minimum, newWidth } = drawWear({ visits: 10 }, random);
  return { readings, minimum, newWidth };
});
const fleet = newFleet();
fleet(asks);
let turn = 0;

describe('belts of a shop forecast', () => {
  bench('one longer log, the others cached', () => {
    turn += 1;
    const [first, ...others] = asks;
    fleet([{ ...first!, minimum: first!.minimum + turn * 1e-9 }, ...others]);
  });
  bench('all 200 anew', () => {
    asks.map((ask) => wearForecast(ask));
  });
});
