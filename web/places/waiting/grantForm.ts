import { z } from 'zod';
import type { MoreTimeRequest } from '../../../contract/moreTime';
import { shiftDays } from '../../../core/plan/mapDates';
import type { NewDues } from '../../../core/plan/extendDates';
import { wallText } from '../../forms/wallText';

/** So many days are offered where a student names none. */
const OFFERED = 2;

/** New due dates as they are typed; a date that the student does not have has no field. */
export type TypedGrant = Record<keyof NewDues, string>;

/** The due dates of a request that can be moved. */
export const duesOf = (request: MoreTimeRequest) =>
  (['initialDue', 'repliesDue', 'reviewsDue'] as const).flatMap((name) => {
    const at = request[name];
    return at === null ? [] : [{ name, at }];
  });

/** What the form begins with: until when the student asked for, where that is later; else two days more. */
export function grantOffered(request: MoreTimeRequest, zone: string): TypedGrant {
  const show = wallText(zone);
  const dues = duesOf(request);
  const { until } = request;
  const offer = (at: number) => (until === null ? shiftDays(at, OFFERED, zone) : Math.max(at, until));
  const typed = Object.fromEntries(dues.map(({ name, at }) => [name, show.encode(offer(at))]));
  return { initialDue: '', repliesDue: '', reviewsDue: '', ...typed };
}

/** Reads the new dates; only those that are later than what the student has are meant. */
export function readGrant(
  typed: TypedGrant,
  request: MoreTimeRequest,
  zone: string,
): { readonly grant: NewDues } | { readonly problem: string } {
  const grant: NewDues = {};
  for (const { name, at } of duesOf(request)) {
    const read = z.safeDecode(wallText(zone), typed[name]);
    if (!read.success) return { problem: read.error.issues[0]!.message };
    if (read.data === null) return { problem: 'Choose a date and a time for each date.' };
    if (read.data < at)
      return { problem: 'A date that is earlier than before takes time away. Choose a later one.' };
    if (read.data > at) grant[name] = read.data;
  }
  return Object.keys(grant).length === 0
    ? { problem: 'Choose a due date later than the one the student has now.' }
    : { grant };
}
