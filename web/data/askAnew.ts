import { mutate } from 'swr';
import type { Endpoint } from '../../contract/endpoint';
import { staleBy, type ApiKey, type KeyFilter } from './apiKey';

/** Whether it was only to be seen what a write would come to. */
const onlyLooks = (body: unknown): boolean =>
  typeof body === 'object' &&
  body !== null &&
  (('preview' in body && body.preview === true) || ('confirm' in body && body.confirm === false));

/** What is still to be asked for anew. */
let waiting: KeyFilter[] = [];
let asking: Promise<void> | null = null;

/** Asks again only once the last answers are here, so that many writes in a row do not ask as many times. */
async function ask(): Promise<void> {
  while (waiting.length > 0) {
    const filters = waiting;
    waiting = [];
    // What cannot be had shows so where it is shown.
    await mutate((key) => filters.some((filter) => filter(key))).catch(() => undefined);
  }
  asking = null;
}

/** Has asked anew what a write has made stale, of what is on the screen. */
export function askAnew({ changes, bringsChanges }: Endpoint, params: object, body: unknown): void {
  if (changes.length === 0 || bringsChanges || onlyLooks(body)) return;
  waiting.push(staleBy(changes, params as ApiKey['params']));
  asking ??= ask();
}

/** Resolves when what writes have made stale is here again. */
export const askedAnew = (): Promise<void> => asking ?? Promise.resolve();
