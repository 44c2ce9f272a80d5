import { hash, verify } from '@node-rs/argon2';

/** argon2id with the parameters recommended for interactive sign-in. */
export function hashPassword(password: string): Promise<string> {
  return hash(password, { memoryCost: 19_456, timeCost: 2, parallelism: 1 });
}

let someHash: Promise<string> | null = null;

/** Whether a password is right; takes as long for an account that does not exist. */
export async function isPassword(stored: string | null, password: string): Promise<boolean> {
  someHash ??= hashPassword('nobody has this password');
  const matches = await verify(stored ?? (await someHash), password);
  return stored !== null && matches;
}
