import { describe, expect, it } from 'vitest';
import { isCrossOrigin } from './origin';

describe('a request from elsewhere', () => {
  it.each<[string, Record<string, string>, boolean]>([
    ['a page of ours', { origin: 'http://bay.example:4270', host: 'bay.example:4270', 'sec-fetch-site': 'same-origin' }, false],
    [
      'a page on another port of the same host',
      { origin: 'http://bay.example:8080', host: 'bay.example:4270', 'sec-fetch-site': 'same-site' },
      true,
    ],
    ['the same by an old browser', { origin: 'http://bay.example:8080', host: 'bay.example:4270' }, true],
    ['a page of another site', { origin: 'https://other.example', host: 'bay.example:4270', 'sec-fetch-site': 'cross-site' }, true],
    ['a page without an origin of its own', { origin: 'null', host: 'bay.example:4270' }, true],
    ['a browser that says cross-site alone', { host: 'bay.example:4270', 'sec-fetch-site': 'cross-site' }, true],
    ['a program', { host: 'bay.example:4270' }, false],
  ])('%s', (_, headers, elsewhere) => expect(isCrossOrigin(new Headers(headers))).toBe(elsewhere));
});
