import { describe, expect, it } from 'vitest';
import { clientAddress, readProxies } from './client-address.mjs';

const trusted = (text: string | undefined) => {
  const read = readProxies(text);
  if (!read.ok) throw new Error(read.problem);
  return read.trusted;
};

describe('the address of a client', () => {
  it('is that of the connection without a trusted proxy, for any claim', () => {
    expect(clientAddress('203.0.113.9', '198.51.100.1', trusted(undefined))).toBe('203.0.113.9');
    expect(clientAddress('127.0.0.1', '198.51.100.1', trusted(''))).toBe('127.0.0.1');
  });
  it('is the last one that a trusted proxy did not add, so that claims of a client have no effect', () => {
    const proxies = trusted('127.0.0.1, 10.1.0.0/16 ::1');
    expect(clientAddress('127.0.0.1', '198.51.100.1', proxies)).toBe('198.51.100.1');
    expect(clientAddress('127.0.0.1', '8.8.8.8, 198.51.100.1, 10.1.4.2', proxies)).toBe('198.51.100.1');
    expect(clientAddress('::ffff:127.0.0.1', '198.51.100.1', proxies)).toBe('198.51.100.1');
    expect(clientAddress('::1', '2001:db8::7', proxies)).toBe('2001:db8::7');
    expect(clientAddress('10.2.0.1', '198.51.100.1', proxies)).toBe('10.2.0.1');
  });
  it('is the proxy’s own where it forwards nothing that is an address', () => {
    const proxies = trusted('127.0.0.1');
    expect(clientAddress('127.0.0.1', undefined, proxies)).toBe('127.0.0.1');
    expect(clientAddress('127.0.0.1', 'unknown', proxies)).toBe('127.0.0.1');
    expect(clientAddress('127.0.0.1', '127.0.0.1', proxies)).toBe('127.0.0.1');
  });
  it.each(['10.0.0', 'proxy.example', '10.0.0.0/33', '10.0.0.0/', '::1/129', '10.0.0.0/8/8'])('is not read by “%s”', (text) => {
    expect(readProxies(text)).toMatchObject({ ok: false, problem: expect.stringContaining(text) });
  });
});
