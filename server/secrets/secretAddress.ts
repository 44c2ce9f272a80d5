import { createHash, randomBytes } from 'node:crypto';

/** The secret part of an address that somebody makes: 128 random bits. */
export const newSecret = (): string => randomBytes(16).toString('hex');

/** What is kept of a secret: whoever reads the data learns no address from it. */
export const hashOfSecret = (secret: string): string => createHash('sha256').update(secret).digest('hex');
