import { describe, expect, it } from 'vitest';
import { wordPatterns } from './find';

describe('what was typed to find something', () => {
  it.each<[string, string[]]>([
    ['', []],
    ['  Orchard,  RIDER ', ['%orchard%', '%rider%']],
    ['100% _x \\', ['%100\\%%', '%\\_x%', '%\\\\%']],
    ['or\0ch\0', ['%or%', '%ch%']],
  ])('%j', (typed, patterns) => expect(wordPatterns(typed)).toEqual(patterns));
});
