import type { PostBody } from '../../contract/posts';
import type { FileView } from '../../contract/files';
import { mayDo } from '../../core/access/mayDo';
import type { PostInPlace } from '../../core/access/mayRead';
import { divideRounded } from '../../core/course/points';
import type { InCourse } from '../course/setup/inCourse';
import { listed, statement } from '../db/statement';
import type { Db } from '../db/open';
import type { OpenForum } from '../course/access/openForum';
import { versionTable, type VersionOf } from '../course/access/versionsRead';

const attachmentsOf = statement((db, at: { versions: string }) =>
  db
    .selectFrom(versionTable(at.versions).as('version'))
    .crossJoin('attachment')
    .innerJoin('file', 'file.id', 'attachment.file_id')
    .select([
      'attachment.post_id',
      'attachment.alt',
      'file.id',
      'file.name',
      'file.type',
      'file.size',
      'file.seconds',
    ])
    .whereRef('attachment.post_id', '=', 'version.id')
    .whereRef('attachment.number', '=', 'version.number')
    .orderBy('attachment.position'),
);

/** The files of some versions of posts, by post, in their order. */
export async function loadAttachments(
  db: Db,
  versions: readonly VersionOf[],
): Promise<Map<string, FileView[]>> {
  const rows = await attachmentsOf(db, { versions: JSON.stringify(versions) });
  const files = new Map<string, FileView[]>();
  for (const { post_id, ...file } of rows) files.set(post_id, [...(files.get(post_id) ?? []), file]);
  return files;
}

export interface Nod {
  readonly personId: string;
  readonly value: number;
}

const nodsTo = statement((db, at: { ids: string; kind: 'nod' | 'rating'; now: number }) =>
  db
    .selectFrom('nod')
    .select(['nod.post_id', 'nod.person_id', 'nod.value'])
    .where('nod.post_id', 'in', listed(at.ids))
    .where('nod.kind', '=', at.kind)
    .where('nod.at', '<=', at.now)
    .where((eb) => eb.or([eb('nod.ended_at', 'is', null), eb('nod.ended_at', '>', at.now)])),
);

/** Nods and ratings of some posts that stand at an instant. */
export async function loadNods(
  db: Db,
  ids: readonly string[],
  kind: 'nod' | 'rating',
  now: number,
): Promise<Map<string, Nod[]>> {
  const rows = await nodsTo(db, { ids: JSON.stringify(ids), kind, now });
  const nods = new Map<string, Nod[]>();
  for (const { post_id, person_id, value } of rows)
    nods.set(post_id, [...(nods.get(post_id) ?? []), { personId: person_id, value }]);
  return nods;
}

/**
 * What a person learns of a post's nods or ratings: their own always; the others' where the forum counts in the open, and
 * else only the post's author and staff. null where the forum has none.
 */
export function nodsFor(
  opened: OpenForum,
  course: InCourse,
  place: PostInPlace,
  nods: readonly Nod[],
  now: number,
): PostBody['nods'] {
  const { forum, access } = opened;
  const { approve } = forum.allowed;
  if (approve === 'off') return null;
  const me = course.person.id;
  const shown = course.setup.cards.get(forum.id)!.rules.allowed.approveShown;
  const knows = shown === 'open' || course.person.kind === 'staff' || place.authorId === me;
  const sum = nods.reduce((total, { value }) => total + value, 0);
  return {
    mine: nods.find(({ personId }) => personId === me)?.value ?? null,
    count: knows ? nods.length : null,
    mean: knows && approve === 'ratings' && nods.length > 0 ? divideRounded(sum * 100, nods.length) : null,
    may: mayDo(forum, access, { do: approve === 'nods' ? 'nod' : 'rate', place }, now),
  };
}
