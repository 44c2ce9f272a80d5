import { z } from 'zod';
import { isDay } from '../core/time/isDay';

/** An identifier made at random by the client: 8 to 40 letters, digits, `-` or `_`. */
export const id = z.string().regex(/^[A-Za-z0-9_-]{4,40}$/, 'an id has 4 to 40 letters, digits, - or _');

/** UTC milliseconds. */
export const instant = z.int().min(0).max(4_102_444_800_000, 'a date before the year 2100');

/** Hundredths of a point. */
export const points = z.int().min(-100_000_00).max(100_000_00);

/** Hundredths of a percent. */
export const percent = z.int().min(0).max(10_000, 'at most 100 %');

/** The version number of a thing that several people may edit. */
export const version = z.int().min(0);

export const courseParams = z.strictObject({ course: id });
export const forumParams = z.strictObject({ course: id, forum: id });
export const studentParams = z.strictObject({ course: id, forum: id, student: id });
export const postParams = z.strictObject({ course: id, forum: id, post: id });

/** Ids with commas between them, as a query names several things. */
export const someIds = (what: string, most = 100) =>
  z
    .string()
    .transform((text) => text.split(','))
    .pipe(z.array(id).min(1, `Name at least one ${what}.`).max(most, `At most ${most} ${what}s at once.`));

/** The answer of a request that only has to succeed. */
export const done = z.strictObject({ ok: z.literal(true) });
export const DONE: z.infer<typeof done> = { ok: true };

/** Which part of a long list: how many to leave out, and how many at most. */
export const page = z.strictObject({
  from: z.coerce.number().int().min(0).default(0),
  limit: z.coerce.number().int().min(1).max(5000).default(5000),
});

/** What comes with a page: how long the list is, and where the next page begins (null at the end). */
export const paging = z.object({ total: z.int(), next: z.int().nullable() });

/** Cuts a page out of a list. */
export function pageOf<T>(
  rows: readonly T[],
  { from, limit }: z.infer<typeof page>,
): { rows: T[]; paging: z.infer<typeof paging> } {
  const end = from + limit;
  return {
    rows: rows.slice(from, end),
    paging: { total: rows.length, next: end < rows.length ? end : null },
  };
}

/** How a person is named. */
export const personName = z.object({
  id,
  /** Given or preferred name and family name, in the order their owner writes them. */
  name: z.string(),
  given: z.string(),
  sortable: z.string(),
});
export type PersonName = z.infer<typeof personName>;

/** A day of the calendar; one that its month does not have is none. */
export const day = z.string().refine(isDay, { error: 'Write a day such as 2026-02-02.', abort: true });
