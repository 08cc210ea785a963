import { hash } from '@node-rs/argon2';
import { describe, expect, it } from 'vitest';
import { hashPassword, passwordMatches } from './password';

describe('a password', () => {
  it('matches its own hash, and no other', async () => {
    const stored = await hashPassword('thursday-boat-48');
    expect(await passwordMatches('thursday-boat-48', stored)).toBe(true);
    expect(await passwordMatches('thursday-boat-49', stored)).toBe(false);
    expect(await passwordMatches('thursday-boat-48', undefined)).toBe(false);
  });
  it('matches no hash with other parameters, such as one of a forged backup', async () => {
    const cheap = await hash('thursday-boat-48', { memoryCost: 1024, timeCost: 1, parallelism: 1 });
    expect(await passwordMatches('thursday-boat-48', cheap)).toBe(false);
    expect(await passwordMatches('decoy password', cheap)).toBe(false);
  });
});
