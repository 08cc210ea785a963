import { describe, expect, it } from 'vitest';
import { brokenTriangles, notebookFor, type Notebook } from '.';
import { demoDrive, DEMO_DRIVES, measured } from '../../lab/survey-notebooks';

const fresh = notebookFor(demoDrive('orchard-rider'));
const sized: Notebook = { ...fresh, pulleys: fresh.pulleys.map((p) => ({ ...p, outsideDiameter: 100 })) };
const taped = (...tapes: [kind: 'centres' | 'outside' | 'inside', a: string, b: string, value: number | null][]): Notebook => ({
  ...sized,
  measures: tapes.map(([kind, a, b, value], i) => ({ id: `m${i}`, kind, between: [a, b], value })),
});

describe('three distances that cannot meet', () => {
  it('are found with the one that is too long and by how much', () =>
    expect(
      brokenTriangles(
        taped(['centres', 'crank', 'spindle', 500], ['centres', 'crank', 'arm-idler', 200], ['centres', 'spindle', 'arm-idler', 250]),
      ),
    ).toEqual([{ long: 'm0', short: ['m1', 'm2'], byMm: 50 }]));
  it('rims are taken off first', () => {
    expect(
      brokenTriangles(
        taped(['outside', 'crank', 'spindle', 540], ['centres', 'crank', 'arm-idler', 200], ['inside', 'spindle', 'arm-idler', 150]),
      ),
    ).toEqual([]);
    expect(
      brokenTriangles(
        taped(['inside', 'crank', 'spindle', 400], ['centres', 'crank', 'arm-idler', 200], ['outside', 'spindle', 'arm-idler', 350]),
      )[0]!.byMm,
    ).toBeCloseTo(50, 9);
  });
  it('accepts an error of a millimetre or two, and ignores missing or excluded values', () => {
    expect(
      brokenTriangles(
        taped(['centres', 'crank', 'spindle', 452], ['centres', 'crank', 'arm-idler', 200], ['centres', 'spindle', 'arm-idler', 250]),
      ),
    ).toEqual([]);
    expect(
      brokenTriangles(
        taped(['centres', 'crank', 'spindle', 900], ['centres', 'crank', 'arm-idler', null], ['centres', 'spindle', 'arm-idler', 250]),
      ),
    ).toEqual([]);
    const left = taped(
      ['centres', 'crank', 'spindle', 900],
      ['centres', 'crank', 'arm-idler', 200],
      ['centres', 'spindle', 'arm-idler', 250],
    );
    expect(brokenTriangles({ ...left, measures: left.measures.map((m, i) => (i === 0 ? { ...m, skipped: true } : m)) })).toEqual([]);
  });
  it('ignores a rim of unknown size; a point has no rim', () => {
    const unsized = {
      ...taped(['outside', 'crank', 'spindle', 900], ['centres', 'crank', 'arm-idler', 200], ['centres', 'spindle', 'arm-idler', 250]),
      pulleys: fresh.pulleys,
    };
    expect(brokenTriangles(unsized)).toEqual([]);
    expect(
      brokenTriangles(
        taped(['outside', 'crank', 'arm-pivot', 550], ['centres', 'crank', 'spindle', 200], ['centres', 'spindle', 'arm-pivot', 200]),
      )[0]!.byMm,
    ).toBe(100);
  });
  it.each(DEMO_DRIVES)('%s measured exactly has none', (name) => expect(brokenTriangles(measured(demoDrive(name)))).toEqual([]));
});
