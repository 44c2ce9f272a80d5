import type { CountWrite } from '../feature/deps';
import rateLimit from 'express-rate-limit';
import { Problem } from '../refusals/problem';

/** How many requests that write a person may send in a minute: far more than anybody types, far fewer than a program sends. */
export const WRITES_A_MINUTE = 600;

/** Makes what counts the writing of every person by itself. */
export function writeLimit(most: number): CountWrite {
  const limit = rateLimit({
    windowMs: 60_000,
    limit: most,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    keyGenerator: (_req, res) => String(res.locals.personId),
    handler: (_req, res, next) =>
      next(
        new Problem(
          429,
          'tooFast',
          `More than ${most} changes came from you within a minute. Wait ${String(res.getHeader('Retry-After') ?? 60)} seconds; nothing you typed is lost.`,
        ),
      ),
  });
  return (req, res, personId) =>
    new Promise((resolve, reject) => {
      res.locals.personId = personId;
      void limit(req, res, (error?: unknown) => (error === undefined ? resolve() : reject(error as Error)));
    });
}
