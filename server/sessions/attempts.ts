import { createHash } from 'node:crypto';
import { LRUCache } from 'lru-cache';
import { HOUR, MINUTE, SECOND } from '../../core/time/instant';
import { Problem } from '../refusals/problem';

/** How tries that follow each other are slowed down: so many are free, then the wait doubles with each, up to the longest. */
interface Slowing {
  readonly free: number;
  readonly first: number;
  readonly longest: number;
}

/** One account from one network address. */
const ACCOUNT_AND_ADDRESS: Slowing = { free: 5, first: 5 * SECOND, longest: 15 * MINUTE };
/** One account from everywhere: never long, so that nobody can be locked out by others. */
const ACCOUNT: Slowing = { free: 20, first: 2 * SECOND, longest: MINUTE };
/** All accounts from one network address, which a whole campus may share. */
const ADDRESS: Slowing = { free: 40, first: SECOND, longest: 30 * SECOND };

/** So long after the last wrong try it is forgotten. */
const FORGOTTEN = HOUR;
/** So many accounts and addresses are kept in mind; those tried longest ago are let go. */
const MOST = 20_000;

interface Tries {
  readonly wrong: number;
  /** Before this the next try is refused, ms. */
  readonly until: number;
  readonly last: number;
}

const digest = (...parts: readonly string[]) =>
  createHash('sha256').update(parts.join('\n')).digest('base64url');

/** Who tries to sign in, and from where. */
export interface Trying {
  readonly email: string;
  readonly address: string;
  /** The person of this account has signed in with this browser before: only tries from its own address slow it down. */
  readonly isKnownBrowser: boolean;
}

/**
 * Slows down whoever guesses passwords: by account and network address together, with a growing wait. What others try from
 * elsewhere makes nobody wait for more than a minute, and never someone in a browser they have signed in with before. What
 * is kept has the size of a digest, whatever was sent, and a fixed number of entries.
 */
export class SignInAttempts {
  readonly #tries = new LRUCache<string, Tries>({ max: MOST });

  constructor(private readonly wall: () => number) {}

  /**
   * Takes note of a try before its password is looked at, so that many at once count as many.
   *
   * @returns what to call when the password was right
   * @throws {Problem} 429 with the seconds to wait
   */
  begin({ email, address, isKnownBrowser }: Trying): () => void {
    const account = email.toLowerCase();
    const pair = digest('both', account, address);
    const slowed: readonly (readonly [string, Slowing])[] = [
      [pair, ACCOUNT_AND_ADDRESS],
      ...(isKnownBrowser
        ? []
        : ([
            [digest('account', account), ACCOUNT],
            [digest('address', address), ADDRESS],
          ] as const)),
    ];
    const now = this.wall();
    const until = Math.max(...slowed.map(([key]) => this.#of(key, now).until));
    if (until > now) throw tooMany(until - now);
    for (const [key, slowing] of slowed) this.#count(key, slowing, now);
    return () => {
      this.#tries.delete(pair);
      for (const [key] of slowed) this.#takeBack(key);
    };
  }

  #of(key: string, now: number): Tries {
    const tries = this.#tries.get(key);
    return tries === undefined || now - tries.last > FORGOTTEN ? { wrong: 0, until: 0, last: now } : tries;
  }

  #count(key: string, { free, first, longest }: Slowing, now: number): void {
    const wrong = this.#of(key, now).wrong + 1;
    const wait = wrong < free ? 0 : Math.min(longest, first * 2 ** Math.min(wrong - free, 30));
    this.#tries.set(key, { wrong, until: now + wait, last: now });
  }

  #takeBack(key: string): void {
    const tries = this.#tries.get(key);
    if (tries) this.#tries.set(key, { ...tries, wrong: Math.max(0, tries.wrong - 1), until: 0 });
  }
}

function tooMany(wait: number): Problem {
  const seconds = Math.ceil(wait / SECOND);
  const after = seconds < 90 ? `${seconds} seconds` : `${Math.ceil(seconds / 60)} minutes`;
  return new Problem(
    429,
    'tooManyAttempts',
    `There were too many wrong passwords. Try again in ${after}.`,
    undefined,
    undefined,
    { 'Retry-After': String(seconds) },
  );
}
