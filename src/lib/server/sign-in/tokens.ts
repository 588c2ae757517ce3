import { createHash } from 'node:crypto';

/** What is kept of a token that only a browser holds: who reads the database cannot use it. */
export const hashOf = (token: string): Buffer => createHash('sha256').update(token).digest();
