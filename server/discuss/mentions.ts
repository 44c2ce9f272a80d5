import type { Trx } from '../db/open';
import type { PersonName } from '../../contract/basics';
import { accessTo } from '../../core/access/accessTo';
import { readsSpace } from '../../core/access/readsSpace';
import { mentionsIn } from '../../core/text/quotation';
import type { RichNode } from '../../core/text/richText';
import { personOf, type InCourse } from '../course/setup/inCourse';
import { wrongField } from '../refusals/problem';
import type { OpenForum } from '../course/access/openForum';

/** Who can be mentioned in a post of a space (null: of all): whoever takes part in its conversation, but the writer. */
export function mentionable(
  course: InCourse,
  { forum, data }: Pick<OpenForum, 'forum' | 'data'>,
  spaceId: string | null,
  now: number,
): PersonName[] {
  const { setup } = course;
  return [...setup.names.values()].filter(({ id }) => {
    const member = setup.members.get(id);
    if (!member || member.removed || id === course.person.id) return false;
    const access = accessTo(data, forum, personOf(setup, member), now);
    return readsSpace(access, spaceId, forum.readers === 'staff');
  });
}

/** Refuses who cannot be mentioned there; everyone mentioned is called by the name they have. */
export function settleMentions(
  course: InCourse,
  opened: OpenForum,
  doc: RichNode,
  spaceId: string | null,
  before: readonly string[],
  now: number,
): RichNode {
  const ids = mentionsIn(doc);
  if (ids.length === 0) return doc;
  const known = new Map(mentionable(course, opened, spaceId, now).map((person) => [person.id, person.name]));
  for (const id of ids)
    if (!known.has(id) && !before.includes(id))
      throw wrongField('doc', 'Someone mentioned here does not read this conversation; remove the name.');
  const named = (node: RichNode): RichNode => {
    if (node.type === 'mention') {
      const id = String(node.attrs?.id);
      return {
        type: 'mention',
        attrs: { id, label: known.get(id) ?? course.setup.names.get(id)?.name ?? '' },
      };
    }
    return node.content ? { ...node, content: node.content.map(named) } : node;
  };
  return named(doc);
}

/** Keeps whom a post mentions; the first time counts. */
export async function keepMentions(trx: Trx, postId: string, doc: RichNode, now: number): Promise<void> {
  for (const person_id of mentionsIn(doc))
    await trx
      .insertInto('mention')
      .values({ post_id: postId, person_id, at: now })
      .onConflict((conflict) => conflict.doNothing())
      .execute();
}
