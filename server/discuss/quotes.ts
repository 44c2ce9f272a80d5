import { addresses } from '../../words/addresses';
import { fromJson } from '../db/json';
import { changeCourse, type Keeping } from '../course/change/changeCourse';
import type { Kysely } from 'kysely';
import { QUOTED } from '../../contract/postNodes';
import { mayDo } from '../../core/access/mayDo';
import { mayKnowVersion, versionRead } from '../../core/access/versionRead';
import { plainText } from '../../core/text/plainText';
import { quotationsIn, standsIn, withoutPassages } from '../../core/text/quotation';
import type { RichNode } from '../../core/text/richText';
import type { InCourse } from '../course/setup/inCourse';
import type { Trx } from '../db/open';
import type { Database } from '../db/schema';
import { notFound, wrongField } from '../refusals/problem';
import { openForum, readablePost, readsTextOf, type OpenForum } from '../course/access/openForum';
import { allowedOrRefuse } from '../course/access/allowedOrRefuse';
import { refuseUnlessModerates } from '../course/access/moderates';

const escaped = (text: string) =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('"', '&quot;');

/** A quotation holds paragraphs only, so its end is the next end of a block quotation. */
const QUOTATION = new RegExp(`<blockquote ${QUOTED}="([\\w-]+) (\\d+)">([\\s\\S]*?)</blockquote>`, 'g');

/** Whether a text holds quoted passages at all. */
export const hasQuotes = (html: string): boolean => html.includes(`<blockquote ${QUOTED}=`);

/** Of some posts, those whose passages were struck from them: by the post that quoted, and the one it was quoted from. */
export async function struckIn(
  db: Kysely<Database>,
  postIds: readonly string[],
): Promise<(postId: string, sourceId: string) => boolean> {
  if (postIds.length === 0) return () => false;
  const rows = await db
    .selectFrom('struck_quote')
    .select(['post_id', 'source_id'])
    .where('post_id', 'in', postIds)
    .execute();
  const struck = new Set(rows.map(({ post_id, source_id }) => `${post_id} ${source_id}`));
  return (postId, sourceId) => struck.has(`${postId} ${sourceId}`);
}

/** Whether a reader may know a passage: they may read the post it comes from, and its version stood for them. */
function mayKnow(opened: OpenForum, sourceId: string, version: number, now: number): boolean {
  const source = opened.posts.get(sourceId);
  return (
    source !== undefined &&
    readsTextOf(opened, sourceId) &&
    mayKnowVersion(opened.access, source, version, now)
  );
}

/**
 * The HTML of a post for one reader: each passage it quotes with where it comes from, to those who may read its source now;
 * to all others that something was quoted, and nothing of it. A passage that staff struck is shown to staff alone.
 */
export function htmlForReader(
  html: string,
  postId: string,
  course: InCourse,
  opened: OpenForum,
  isStruck: (postId: string, sourceId: string) => boolean,
  now: number,
): string {
  if (!hasQuotes(html)) return html;
  const isStaff = course.person.kind === 'staff';
  return html.replace(QUOTATION, (_whole, sourceId: string, version: string, passage: string) => {
    const struck = isStruck(postId, sourceId);
    if (!mayKnow(opened, sourceId, Number(version), now))
      return '<blockquote class="quotation"><p class="withheld">A passage quoted from a post that you may not read.</p></blockquote>';
    if (struck && !isStaff)
      return '<blockquote class="quotation"><p class="withheld">Staff struck the passage quoted here.</p></blockquote>';
    const source = opened.posts.get(sourceId)!;
    const name = escaped(course.setup.names.get(source.authorId)?.name ?? 'someone');
    const isOld = versionRead(opened.access, source, now) > Number(version);
    const to = addresses.post(course.setup.id, opened.forum.id, sourceId);
    return (
      `<blockquote class="quotation" data-source="${sourceId}"${struck ? ' data-struck' : ''}>${passage}` +
      `<footer><a href="${to}">${name}</a>${isOld ? ', in an earlier version' : ''}${struck ? ' · struck' : ''}` +
      (isStaff && course.vantage === undefined
        ? ` <button type="button" data-strike="${sourceId}">${struck ? 'Restore' : 'Strike'}</button>`
        : '') +
      '</footer></blockquote>'
    );
  });
}

/** The passages that {@link htmlForReader} shows a reader who is no staff: from which version of which post. */
export function quotesShown(
  html: string,
  postId: string,
  opened: OpenForum,
  isStruck: (postId: string, sourceId: string) => boolean,
  now: number,
): { id: string; version: number }[] {
  if (!hasQuotes(html)) return [];
  return [...html.matchAll(QUOTATION)].flatMap(([, id, version]) =>
    mayKnow(opened, id!, Number(version), now) && !isStruck(postId, id!)
      ? [{ id: id!, version: Number(version) }]
      : [],
  );
}

/** A text for one reader, without the passages it quotes from posts that they may not read. */
export function docForReader(doc: RichNode, opened: OpenForum, now: number): RichNode {
  return withoutPassages(doc, (sourceId, version) => !mayKnow(opened, sourceId, version, now));
}

/**
 * Refuses a passage that its writer may not quote, or that does not stand in the version it names; and keeps what a text
 * quotes. What the version before quoted already may stay, with the passage as it was. (rules §3)
 *
 * @returns the text as it is to be stored
 */
export async function settleQuotes(
  trx: Trx,
  opened: OpenForum,
  doc: RichNode,
  before: RichNode | null,
  now: number,
): Promise<RichNode> {
  const quoted = quotationsIn(doc);
  if (quoted.length === 0) return doc;
  const known = new Map(
    (before?.content ?? [])
      .filter(({ type }) => type === 'quotation')
      .map((node) => [nameOf(node), { node, text: passageOf(node) }]),
  );
  for (const { sourceId, version, text } of quoted) {
    const stood = known.get(`${sourceId} ${version}`);
    if (stood && (text === '' || standsIn(text, stood.text))) continue;
    const place = opened.placed.get(sourceId);
    if (!place || !readsTextOf(opened, sourceId))
      throw wrongField('doc', 'A passage is quoted from a post that no longer exists; remove the passage.');
    allowedOrRefuse(mayDo(opened.forum, opened.access, { do: 'quote', place }, now), opened.date);
    const source = await trx
      .selectFrom('revision')
      .select('doc')
      .where('post_id', '=', sourceId)
      .where('number', '=', version)
      .executeTakeFirst();
    const isRead = version === versionRead(opened.access, opened.posts.get(sourceId)!, now);
    if (!source || !(isRead || opened.access.kind === 'staff'))
      throw wrongField('doc', 'The post a passage is quoted from was changed meanwhile; quote it again.');
    if (!standsIn(text, plainText(fromJson(source.doc), { quotes: 'own' })))
      throw wrongField(
        'doc',
        'A quoted passage has to stand in the post it comes from, word for word; remove it and quote it again.',
      );
  }
  // A passage its own author was not shown any more stays what it was.
  return {
    ...doc,
    content: (doc.content ?? []).map((node) =>
      node.type === 'quotation' && passageOf(node) === '' ? (known.get(nameOf(node))?.node ?? node) : node,
    ),
  };
}

const nameOf = (node: RichNode) => `${String(node.attrs?.post)} ${String(node.attrs?.version)}`;
const passageOf = (node: RichNode) =>
  plainText({ type: 'doc', content: node.content ?? [] }, { quotes: 'all' });

/** Keeps which posts a version quotes. */
export async function keepQuotes(trx: Trx, postId: string, number: number, doc: RichNode): Promise<void> {
  for (const [position, { sourceId, version }] of quotationsIn(doc).entries())
    await trx
      .insertInto('quote')
      .values({ post_id: postId, number, position, source_id: sourceId, source_number: version })
      .execute();
}

/** Strikes what a post quotes from another, or brings it back; staff only. */
export function strikeQuote(
  deps: Keeping,
  course: InCourse,
  at: { forumId: string; postId: string; sourceId: string },
  struck: boolean,
  now: number,
): Promise<void> {
  return changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const opened = await openForum(trx, course, at.forumId, now);
    const { place } = readablePost(opened, at.postId);
    refuseUnlessModerates(opened, place, now);
    const quoted = await trx
      .selectFrom('quote')
      .select('post_id')
      .where('post_id', '=', at.postId)
      .where('source_id', '=', at.sourceId)
      .executeTakeFirst();
    if (!quoted) throw notFound();
    const row = { post_id: at.postId, source_id: at.sourceId };
    const changed = struck
      ? await trx
          .insertInto('struck_quote')
          .values({ ...row, at: now, by: course.person.id })
          .onConflict((conflict) => conflict.doNothing())
          .executeTakeFirst()
          .then(({ numInsertedOrUpdatedRows }) => numInsertedOrUpdatedRows)
      : await trx
          .deleteFrom('struck_quote')
          .where('post_id', '=', row.post_id)
          .where('source_id', '=', row.source_id)
          .executeTakeFirst()
          .then(({ numDeletedRows }) => numDeletedRows);
    if (!changed) return;
    await change.record(
      struck ? 'quote.struck' : 'quote.restored',
      { of: 'post', id: at.postId },
      { after: { source: at.sourceId } },
    );
  });
}
