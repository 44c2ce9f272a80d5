import { COINED } from '../../../words/coined';
import { fromNow } from '../../../words/dates';
import { MINUTE } from '../../../core/time/instant';
import { useMemo } from 'react';
import type { ForumView } from '../../../contract/discuss';
import type { PostView } from '../../../contract/posts';
import type { Slot } from '../../../core/participation/slot';
import { wordsFor } from '../../../core/participation/requirements/requirements';
import type { UnusedReason } from '../../../core/participation/usesOf';
import { useNow } from '../../data/clock';
import { useCourse } from '../../data/course';
import { dueWords } from '../../ui/dateWords';
import { numberWords, plural } from '../../../words/numbers';
import { Tally } from '../../ui/Tally';
import { slotName } from '../../../words/tally';

const UNUSED: Record<UnusedReason, string> = {
  removed: 'removed, so it does not count',
  held: 'waits for approval',
  returned: 'returned to you; revise it and send it again',
  aside: 'between you and staff',
  toStaff: 'a reply to staff',
  toOneself: 'adds to your own post',
  ownThread: 'stands in your own thread, which does not count here',
  answeredAlready: 'to someone you have replied to already',
  enough: 'comes on top of what is asked for',
  further: 'a further answer, on top of your initial post',
  notAsked: 'nothing of the kind is asked for',
};

/** How a required post stands, and why. */
function reasonWords(
  slot: Slot,
  posts: ReadonlyMap<string, PostView>,
  forum: ForumView,
  date: (at: number) => string,
) {
  const post = slot.postId === null ? undefined : posts.get(slot.postId);
  const needs = wordsFor(slot.kind, forum.required);
  if (slot.kind === 'review' && slot.metAt !== null)
    return slot.daysLate > 0 ? `sent ${plural(slot.daysLate, 'day')} late` : `sent ${date(slot.metAt)}`;
  switch (slot.state) {
    case 'met':
      return slot.metAt === null ? 'made' : `made ${date(slot.metAt)}`;
    case 'metLate':
      return `made ${plural(slot.daysLate, 'day')} late`;
    case 'short':
      return `too short: ${numberWords(post?.words ?? 0)} of ${plural(needs, 'word')}`;
    case 'pending':
      return 'waits for approval';
    case 'missed':
      return 'was not made';
    default:
      return slot.due === null ? 'still to do' : `${slot.overdue ? 'was due' : 'due'} ${date(slot.due)}`;
  }
}

/** People with the posts that stand between them and the student. */
function between(posts: readonly PostView[]) {
  const byId = new Map(posts.map((post) => [post.id, post]));
  const met = new Map<string, PostView[]>();
  const answered = new Map<string, PostView[]>();
  const put = (map: Map<string, PostView[]>, name: string | undefined, post: PostView) => {
    if (name !== undefined) map.set(name, [...(map.get(name) ?? []), post]);
  };
  for (const post of posts) {
    const above = post.parentId === null ? undefined : byId.get(post.parentId);
    if (above === undefined || post.removed || post.as !== 'text') continue;
    if (above.mine && !post.mine) put(met, post.author?.name, post);
    if (post.mine && !above.mine) put(answered, above.author?.name, post);
  }
  return { answeredMe: [...met], iAnswered: [...answered] };
}

function People({
  title,
  nobody,
  people,
}: {
  title: string;
  nobody: string;
  people: readonly (readonly [string, readonly PostView[]])[];
}) {
  return (
    <div>
      <h2 className="label-caps font-sans">{title}</h2>
      {people.length === 0 && <p className="quiet text-sm">{nobody}</p>}
      <ul className="text-sm">
        {people.map(([name, posts]) => (
          <li key={name} className="flex flex-wrap gap-x-2">
            {posts.map((post, index) => (
              <a
                key={post.id}
                className="link-plain num"
                href={`#post-${post.id}`}
                aria-label={index === 0 ? undefined : `${name}, post ${index + 1}`}
              >
                {index === 0 ? name : index + 1}
                {!post.read && <span className="text-xs"> unread</span>}
              </a>
            ))}
          </li>
        ))}
      </ul>
    </div>
  );
}

/**
 * A student's standing in a forum, beside the conversation: what is required and by when, with the Tally and its reasons; who
 * answered, and whom they answered.
 */
export function StandingPanel({ forum, posts }: { forum: ForumView; posts: readonly PostView[] }) {
  const { zone } = useCourse();
  const now = useNow();
  const byId = useMemo(() => new Map(posts.map((post) => [post.id, post])), [posts]);
  const { answeredMe, iAnswered } = useMemo(() => between(posts), [posts]);
  const unused = forum.uses.filter(({ reason }) => reason !== null && reason !== 'notAsked');
  // The clock of the page goes in steps: what happened since the last of them is past, not still to come.
  const since = (at: number) => (at > now && at - now < MINUTE ? at + 1 : now);
  const date = (at: number) => `${dueWords(at, zone)} (${fromNow(at, since(at))})`;
  const of = (kind: Slot['kind']) => forum.slots.filter((slot) => slot.kind === kind).length;
  return (
    <div className="space-y-5">
      {forum.slots.length > 0 && (
        <div>
          <h2 className="label-caps font-sans">What is required of you</h2>
          <div className="mt-1.5 mb-1" title={COINED.tally}>
            <Tally slots={forum.slots} />
          </div>
          <ol className="text-sm">
            {forum.slots.map((slot) => (
              <li key={`${slot.kind} ${slot.number}`} className="py-0.5 leading-snug first-letter:uppercase">
                {slot.postId === null ? (
                  <b className="font-semibold">{slotName(slot, of(slot.kind))}</b>
                ) : (
                  <a className="link-plain" href={`#post-${slot.postId}`}>
                    {slotName(slot, of(slot.kind))}
                  </a>
                )}{' '}
                <span className="quiet num">{reasonWords(slot, byId, forum, date)}</span>
              </li>
            ))}
            {unused.map(({ postId, reason }) => (
              <li key={postId} className="py-0.5 leading-snug">
                <a className="link-plain" href={`#post-${postId}`}>
                  Another post
                </a>{' '}
                <span className="quiet">{UNUSED[reason!]}</span>
              </li>
            ))}
          </ol>
        </div>
      )}
      <People title="Who replied to you" nobody="Nobody yet." people={answeredMe} />
      <People title="Whom you replied to" nobody="Nobody yet." people={iAnswered} />
    </div>
  );
}
