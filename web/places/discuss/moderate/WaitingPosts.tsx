import { addresses } from '../../../../words/addresses';
import { useState } from 'react';
import { Link } from 'react-router';
import type { ModerateView, WaitingPost } from '../../../../contract/moderate';
import { useCourse } from '../../../data/course';
import { useVantage } from '../../../data/vantage';
import { Initials } from '../../../ui/Initials';
import { plural, numberWords } from '../../../../words/numbers';
import { Prose } from '../../../ui/Prose';
import { Empty } from '../../../ui/states';
import { When } from '../../../ui/When';
import { Approval } from '../post/Approval';
import { Versions } from '../post/Versions';
import { useModerateActions } from '../post/useModerateActions';
import { sayWhyNot } from '../../../ui/sayWhyNot';

const HOLDS = {
  none: 'This forum holds no posts. Staff can hold a single post from its menu; it then waits here.',
  all: 'Every post of a student, and every change to one, waits here until someone approves it.',
  first: 'The first post of each student waits here until someone approves it.',
};

/** The posts that wait for approval, whoever waits longest first; each is approved or given back where it is read. */
export function WaitingPosts({ moderate }: { moderate: ModerateView }) {
  const course = useCourse();
  const { forum, waiting } = moderate;
  const isMine = useVantage() === null;
  const [versionsOf, setVersionsOf] = useState<WaitingPost | null>(null);
  const act = useModerateActions(forum.id);
  if (waiting.length === 0)
    return (
      <Empty title="Nothing waits" level={2}>
        {HOLDS[forum.hold]}
      </Empty>
    );
  const ids = waiting.map(({ id }) => id);
  return (
    <section aria-label="Posts that wait">
      <div className="flex flex-wrap items-baseline justify-between gap-x-6 py-3">
        <p className="quiet">{HOLDS[forum.hold]} Their authors and staff read them; nobody else does.</p>
        {isMine && ids.length > 1 && (
          <button
            type="button"
            className="link-plain"
            onClick={() => void act('approve', ids).catch(sayWhyNot)}
          >
            Approve all {numberWords(ids.length)}
          </button>
        )}
      </div>
      {waiting.map((post) => (
        <article key={post.id} aria-label={`${post.author.name}, waiting`} className="ruled border-t py-4">
          <p className="flex flex-wrap items-center gap-x-2.5 gap-y-0.5 text-sm">
            <Initials name={post.author.name} />
            <b className="text-[0.97rem]">{post.author.name}</b>
            {post.answers && <span className="quiet">replies to {post.answers.name}</span>}
            <span className="quiet num">{plural(post.words, 'word')}</span>
            {post.standing !== null && <b className="text-late">a change to an approved post</b>}
            <span className="quiet">
              waits since <When at={post.since} className="num" />
            </span>
          </p>
          <Prose html={post.html} className="mt-1.5" />
          {post.returnedWhy !== null && (
            <p className="rounded-box mt-2 px-3 py-2 text-sm bg-late-wash">
              <b className="text-late">Returned before, and sent again since.</b> {post.returnedWhy}
            </p>
          )}
          <p className="mt-2 flex gap-5 text-sm">
            {post.standing !== null && (
              <button type="button" className="link-plain" onClick={() => setVersionsOf(post)}>
                What changed
              </button>
            )}
            {isMine && <Approval post={post} what={post.standing === null ? 'post' : 'change'} act={act} />}
            <Link to={addresses.post(course.id, forum.id, post.id)} className="quiet hover:underline">
              Read it in the conversation
            </Link>
          </p>
        </article>
      ))}
      {versionsOf !== null && (
        <Versions
          forum={forum.id}
          post={versionsOf}
          comparedFrom={versionsOf.standing}
          onClose={() => setVersionsOf(null)}
        />
      )}
    </section>
  );
}
