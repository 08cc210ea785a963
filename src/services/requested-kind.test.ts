import { describe, expect, it } from 'vitest';
import { requestedKind } from './requested-kind';

describe('a kind that is asked for by its name', () => {
  it.each([
    ['job 212', 'Job', '212'],
    ['Drives orchard rider', 'Drive', 'orchard rider'],
    ['  belt 48 1/2', 'Belt', '48 1/2'],
    ['212', null, '212'],
    ['job', null, 'job'],
    ['jobs ', null, 'jobs '],
    ['belting works', null, 'belting works'],
    ['', null, ''],
    ['constructor x', null, 'constructor x'],
  ] as const)('%j', (typed, kind, find) => expect(requestedKind(typed)).toEqual({ kind, find }));
});
