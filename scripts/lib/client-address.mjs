import { BlockList, isIP } from 'node:net';

/**
 * Reads TAUT_PROXIES: addresses and networks of trusted proxies, separated by commas or blanks, such as `10.0.0.5, 192.168.7.0/24, ::1`.
 * @param {string | undefined} text
 * @returns {{ ok: true, trusted: BlockList } | { ok: false, problem: string }}
 */
export function readProxies(text) {
  const trusted = new BlockList();
  for (const entry of (text ?? '').split(/[\s,]+/).filter(Boolean)) {
    const [address, bits, ...rest] = entry.split('/');
    const family = isIP(address);
    const most = family === 4 ? 32 : 128;
    const length = bits === undefined ? most : Number(bits);
    if (family === 0 || rest.length > 0 || bits === '' || !Number.isInteger(length) || length < 0 || length > most)
      return {
        ok: false,
        problem: `TAUT_PROXIES: “${entry}” is not a valid address or network. Enter one such as 10.0.0.5 or 192.168.7.0/24.`,
      };
    trusted.addSubnet(address, length, family === 4 ? 'ipv4' : 'ipv6');
  }
  return { ok: true, trusted };
}

/** IPv4 in IPv6 notation is the same address. */
const plain = (address) => address.replace(/^::ffff:(?=\d+\.\d+\.\d+\.\d+$)/i, '');
const isTrusted = (trusted, address) => isIP(address) !== 0 && trusted.check(address, isIP(address) === 4 ? 'ipv4' : 'ipv6');

/**
 * Address of the client: the address of the connection. Behind trusted proxies, the last forwarded address that is not
 * a proxy. Earlier addresses are claims of the client, and are not used.
 * @param {string | undefined} remote address at the other end of the connection
 * @param {string | undefined} forwarded the X-Forwarded-For header
 * @param {BlockList} trusted
 */
export function clientAddress(remote, forwarded, trusted) {
  let address = plain(remote ?? '');
  const claimed = (forwarded ?? '').split(',').map((a) => plain(a.trim()));
  while (isTrusted(trusted, address) && claimed.length > 0) {
    const before = claimed.pop();
    if (isIP(before) === 0) break;
    address = before;
  }
  return address;
}
