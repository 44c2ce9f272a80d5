import { extname } from 'node:path';
import type { ReviewFile } from '../../contract/reviews';
import { filesIn } from '../../contract/richText';
import type { RichNode } from '../../core/text/richText';
import type { Db } from '../db/open';

/** What a file of a review or a reviewed post is, before it is named to anybody. */
export interface StoredFile {
  readonly id: string;
  readonly sha256: string;
  readonly name: string;
  readonly type: string;
  readonly size: number;
  readonly alt: string;
  readonly seconds: number | null;
}

/** The address of a file through an assignment: it names no person and no other place where the file stands. */
export const reviewFileAddress = (course: string, assignment: string, key: string): string =>
  `/api/courses/${course}/reviews/${assignment}/files/${key}`;

async function filesBy(
  db: Db,
  ids: readonly string[],
  alts: ReadonlyMap<string, string>,
): Promise<StoredFile[]> {
  if (ids.length === 0) return [];
  const rows = await db
    .selectFrom('file')
    .select(['id', 'sha256', 'name', 'type', 'size', 'seconds'])
    .where('id', 'in', ids)
    .execute();
  const known = new Map(rows.map((row) => [row.id, { ...row, alt: alts.get(row.id) ?? '' }]));
  return ids.flatMap((id) => known.get(id) ?? []);
}

/** The files of a version of a post: those below it, then those in its text. */
export async function filesOfPost(
  db: Db,
  postId: string,
  number: number,
  doc: RichNode,
): Promise<{ readonly below: StoredFile[]; readonly all: StoredFile[] }> {
  const rows = await db
    .selectFrom('attachment')
    .select(['file_id', 'alt'])
    .where('post_id', '=', postId)
    .where('number', '=', number)
    .orderBy('position')
    .execute();
  const alts = new Map(rows.map(({ file_id, alt }) => [file_id, alt]));
  const below = await filesBy(db, [...alts.keys()], alts);
  const inside = await filesBy(
    db,
    filesIn(doc).filter((id) => !alts.has(id)),
    alts,
  );
  return { below, all: [...below, ...inside] };
}

/** The files of a review: those given back with it, then those in its comment. */
export async function filesOfReview(
  db: Db,
  files: readonly string[],
  doc: RichNode,
): Promise<{ readonly below: StoredFile[]; readonly all: StoredFile[] }> {
  const below = await filesBy(db, files, new Map());
  const inside = await filesBy(
    db,
    filesIn(doc).filter((id) => !files.includes(id)),
    new Map(),
  );
  return { below, all: [...below, ...inside] };
}

/** "File 1.pdf": what a file is called where a name is hidden. */
export const hiddenName = (name: string, index: number): string =>
  `File ${index + 1}${extname(name).toLowerCase()}`;

/**
 * Files as they are handed out through an assignment.
 *
 * @param of what they belong to, as `post-2` or `review-1`: the first part of the name in their address
 * @param hidden whether their own names might tell whose they are
 */
export function handedOut(
  at: { readonly course: string; readonly assignment: string; readonly of: string; readonly hidden: boolean },
  files: readonly StoredFile[],
): ReviewFile[] {
  return files.map(({ name, type, size, alt, seconds }, index) => ({
    address: reviewFileAddress(at.course, at.assignment, `${at.of}-${index + 1}`),
    name: at.hidden ? hiddenName(name, index) : name,
    type,
    size,
    alt,
    seconds,
  }));
}

/** The HTML of a text whose files are fetched through an assignment. */
export function withAddresses(
  html: string,
  at: { readonly course: string; readonly assignment: string; readonly of: string },
  files: readonly StoredFile[],
): string {
  return html.replace(/\/api\/files\/([\w-]+)/g, (whole, id: string) => {
    const index = files.findIndex((file) => file.id === id);
    return index < 0 ? whole : reviewFileAddress(at.course, at.assignment, `${at.of}-${index + 1}`);
  });
}
