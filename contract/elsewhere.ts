import { z } from 'zod';
import { endpoint } from './endpoint';

const WRONG = 'Write the address of a host, such as https://films.example.';
/** Scheme, host and port; one's own machine may do without encryption. */
const ORIGIN =
  /^(https:\/\/[\p{L}\p{N}][\p{L}\p{N}.-]*[\p{L}\p{N}](:\d{1,5})?|http:\/\/(localhost|127\.0\.0\.1)(:\d{1,5})?)(?=[/?#]|$)/iu;

/** A host as its origin, whatever of an address was typed: `Films.example/a/b` is `https://films.example`. */
export const shownHost = z
  .string()
  .trim()
  .min(1, WRONG)
  .max(300, 'At most 300 characters.')
  .transform((typed, context) => {
    const origin = ORIGIN.exec(/^[a-z][a-z0-9+.-]*:\/\//i.test(typed) ? typed : `https://${typed}`)?.[1];
    if (origin !== undefined) return origin.toLowerCase().replace(/^(https:.*):443$/, '$1');
    context.addIssue({ code: 'custom', message: WRONG });
    return z.NEVER;
  });

export const getShownHosts = endpoint({
  method: 'get',
  path: '/api/admin/hosts',
  who: 'admin',
  summary: 'Hosts whose material may be shown in place (administrator)',
  answer: z.object({ hosts: z.array(z.string()) }),
});

export const saveShownHosts = endpoint({
  method: 'put',
  path: '/api/admin/hosts',
  who: 'admin',
  changes: [],
  summary: 'Set the hosts whose material may be shown in place (administrator)',
  body: z.strictObject({ hosts: z.array(shownHost).max(50, 'At most 50 hosts.') }),
  answer: z.object({ hosts: z.array(z.string()) }),
});
