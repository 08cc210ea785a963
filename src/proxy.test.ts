import { describe, expect, it } from 'vitest';
import { isMalformed, policy } from './proxy';

describe('addresses that can be no page’s', () => {
  it.each([
    '/jobs/abc',
    '/jobs/0',
    '/jobs/-3',
    '/jobs/12a',
    '/jobs/1.5/ticket',
    '/machines/x',
    '/drives/12345678901',
    '/drives/measure/zz',
    '/%E0%A4%A',
  ])('%s', (path) => expect(isMalformed(path)).toBe(true));
  it.each([
    '/',
    '/jobs/212',
    '/jobs/new',
    '/jobs/212/ticket',
    '/machines',
    '/drives/measure',
    '/drives/measure/7',
    '/drives/new',
    '/shelf',
    '/nowhere',
  ])('%s may be one', (path) => expect(isMalformed(path)).toBe(false));
});

describe('what a page may load', () => {
  it('is nothing from elsewhere, and scripts by their number alone', () => {
    const rules = new Map(
      policy('n1', false)
        .split('; ')
        .map((rule) => [rule.slice(0, rule.indexOf(' ')), rule.slice(rule.indexOf(' ') + 1)]),
    );
    expect(rules.get('default-src')).toBe("'self'");
    expect(rules.get('script-src')).toBe("'self' 'nonce-n1' 'strict-dynamic'");
    expect(rules.get('object-src')).toBe("'none'");
    expect(rules.get('frame-ancestors')).toBe("'none'");
    expect([...rules.values()].join(' ')).not.toMatch(/https?:|\*/);
  });
});
