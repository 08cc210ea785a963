import { hash, verify } from '@node-rs/argon2';

/** Argon2id with the parameters that OWASP advises (19 MiB, two passes); the salt is in the result. */
export const hashPassword = (password: string): Promise<string> => hash(password, { memoryCost: 19456, timeCost: 2, parallelism: 1 });

let decoy: Promise<string> | undefined;

/**
 * Checks a password. Without a hash it spends the same time on a decoy. The timing then does not show which accounts
 * exist.
 */
export async function passwordMatches(password: string, stored: string | undefined): Promise<boolean> {
  decoy ??= hashPassword('decoy password');
  const matches = await verify(stored ?? (await decoy), password).catch(() => false);
  return stored !== undefined && matches;
}

export const SHORTEST_PASSWORD = 10;
