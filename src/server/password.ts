import { hash, verify } from '@node-rs/argon2';

/** Start of every hash: Argon2id with the parameters that OWASP advises (19 MiB, two passes). */
const OURS = '$argon2id$v=19$m=19456,t=2,p=1$';

/** Hashes a password. The salt is in the result. */
export const hashPassword = (password: string): Promise<string> => hash(password, { memoryCost: 19456, timeCost: 2, parallelism: 1 });

let decoy: Promise<string> | undefined;

/**
 * Checks a password. Without a hash it spends the same time on a decoy. The timing then does not show which accounts
 * exist. A hash with other parameters matches nothing: a restored backup could hold one that costs minutes to check.
 */
export async function passwordMatches(password: string, stored: string | undefined): Promise<boolean> {
  decoy ??= hashPassword('decoy password');
  const ours = stored !== undefined && stored.startsWith(OURS);
  const matches = await verify(ours ? stored : await decoy, password).catch(() => false);
  return ours && matches;
}

export const SHORTEST_PASSWORD = 10;
