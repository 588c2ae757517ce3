import { hash, verify } from '@node-rs/argon2';

/** argon2id (the package's algorithm 2) with 19 MiB, two passes, one lane: the smallest setting that current password guidance accepts. */
const OPTIONS = { algorithm: 2, memoryCost: 19_456, timeCost: 2, parallelism: 1 };
/** Longer ones are refused before they are hashed, so that nobody can make the server work for nothing. */
export const PASSWORD_MAX = 200;

export function hashPassword(password: string): Promise<string> {
  return hash(password, OPTIONS);
}

let decoy: Promise<string> | undefined;

/** Takes as long whether the person exists or not. */
export async function passwordMatches(stored: string | undefined, password: string): Promise<boolean> {
  if (password.length > PASSWORD_MAX) return false;
  decoy ??= hashPassword('nobody has this one');
  const matches = await verify(stored ?? (await decoy), password, OPTIONS);
  return stored !== undefined && matches;
}
