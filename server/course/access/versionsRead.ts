import { sql, type RawBuilder } from 'kysely';
import { versionRead } from '../../../core/access/versionRead';
import type { OpenForum } from './openForum';

/** A version of a post, by its number from 1. */
export interface VersionOf {
  readonly id: string;
  readonly number: number;
}

/** The versions of some posts that the person who opened the forum reads. (rules §4) */
export function versionsRead(opened: OpenForum, ids: readonly string[], now: number): VersionOf[] {
  return ids.flatMap((id) => {
    const post = opened.posts.get(id);
    return post ? [{ id, number: versionRead(opened.access, post, now) }] : [];
  });
}

/** Versions, as JSON, as a table `version` of `id` and `number` to select from. */
export const versionTable = (versions: string): RawBuilder<{ id: string; number: number }> =>
  sql<{
    id: string;
    number: number;
  }>`(SELECT value ->> 'id' AS id, value ->> 'number' AS number FROM json_each(${versions}))`;
