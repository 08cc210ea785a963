import { createHash } from 'node:crypto';

/** Digest by which a token is stored and found. A token is random and long, so that no slow digest is needed. */
export const digestOf = (token: string): string => createHash('sha256').update(token).digest('base64url');
