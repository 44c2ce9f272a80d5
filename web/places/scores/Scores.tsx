import { FailedPage } from '../../ui/FailedPage';
import { addresses } from '../../../words/addresses';
import { NoTotal } from '../../ui/NoTotal';
import { Link } from 'react-router';
import { getScores, type ScoresView } from '../../../contract/scores';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { Explanation } from '../../ui/Explanation';
import { plural, maximumWords, percentWords } from '../../../words/numbers';
import { scoreWords } from '../../../words/scores';
import { Prose } from '../../ui/Prose';
import { Empty, Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { When } from '../../ui/When';
import { ReachedOutcomes } from '../../ui/ReachedOutcomes';
import { AttachmentList } from '../../ui/files/Attachments';
import { AnotherLook } from './AnotherLook';
import { CommentedPosts } from './CommentedPosts';

function ItemRow({ item, letters }: { item: ScoresView['items'][number]; letters: ScoresView['letters'] }) {
  const course = useCourse();
  const title = item.forumId ? (
    <Link to={addresses.forum(course.id, item.forumId)} className="hover:underline">
      {item.title}
    </Link>
  ) : (
    item.title
  );
  return (
    <li className="ruled border-b py-4">
      <div className="flex items-baseline justify-between gap-4">
        <h2 className="text-lg leading-snug">{title}</h2>
        <p className="num shrink-0">
          {item.state === 'released' ? (
            <>
              <b className="text-lg">{scoreWords(item.points!, item, letters)}</b>
              {item.display === 'points' && <span className="quiet"> / {maximumWords(item.maximum)}</span>}
            </>
          ) : (
            <span className="quiet">
              {item.state === 'excused'
                ? 'you are excused'
                : item.state === 'zero'
                  ? `0, nothing was posted`
                  : 'no score yet'}
            </span>
          )}
        </p>
      </div>
      <p className="quiet text-sm">
        {item.category}
        {item.dueAt !== null && item.state !== 'released' && (
          <>
            {item.category && ' · '}due <When at={item.dueAt} />
          </>
        )}
        {item.releasedAt !== null && (
          <>
            {item.category && ' · '}released <When at={item.releasedAt} />
          </>
        )}
      </p>
      {item.dropped && (
        <p className="quiet text-sm">
          Dropped: it does not count, because without it {item.category ?? 'the rest'} comes to more than
          without any other.
        </p>
      )}
      {item.remarkHtml && <Prose html={item.remarkHtml} className="ruled mt-3 border-l-2 pl-4 text-base" />}
      <AttachmentList files={item.files} />
      <CommentedPosts posts={item.posts} />
      {item.state === 'released' && item.lines.length > 0 && (
        <details className="mt-3 max-w-lg">
          <summary className="link-plain text-sm">How this score is made up</summary>
          <div className="mt-2">
            <Explanation lines={item.lines} parts={item.parts} total={item.points!} />
          </div>
        </details>
      )}
      {item.forumId !== null && <AnotherLook item={item} />}
    </li>
  );
}

/** A student's released scores, how each came about, and the total so far. */
export function Scores() {
  const course = useCourse();
  useTitle('Scores', course.title);
  const { data, error, mutate } = useApi(getScores, { course: course.id });
  if (error && !data) return <FailedPage error={error} retry={() => void mutate()} />;
  if (!data) return <Loading what="Opening your scores" />;
  if (data.items.length === 0)
    return (
      <Empty title="No scores yet">
        When a forum has been evaluated and its scores are released, they appear here with their reasons.
      </Empty>
    );
  const { total } = data;
  return (
    <div className="mx-auto w-full max-w-3xl px-5 pt-8 pb-20">
      <div className="flex flex-wrap items-baseline justify-between gap-x-8">
        <h1 className="text-2xl">Scores</h1>
        <div className="num">
          {total.percent === null ? (
            data.noTotal ? (
              <NoTotal why={data.noTotal} />
            ) : (
              <span className="quiet">no total yet</span>
            )
          ) : (
            <>
              <b className="text-xl">{percentWords(total.percent)}</b>
              {total.letter && <b className="text-xl"> · {total.letter}</b>}
              <span className="quiet">
                {' '}
                so far, over {total.items} of {plural(total.of, 'item')}
              </span>
            </>
          )}
        </div>
      </div>
      {data.mode === 'weighted' && data.categories.length > 0 && (
        <p className="quiet num mt-1 text-sm">
          {data.categories
            .map(
              (category) =>
                `${category.title} ${category.sum.percent === null ? '—' : percentWords(category.sum.percent)} (weight ${category.weight / 100} %)`,
            )
            .join(' · ')}
        </p>
      )}
      <ul className="ruled mt-4 border-t">
        {data.items.map((item) => (
          <ItemRow key={item.id} item={item} letters={data.letters} />
        ))}
      </ul>
      {data.outcomes.length > 0 && (
        <section aria-labelledby="outcomes" className="mt-10">
          <h2 id="outcomes" className="text-xl">
            Outcomes
          </h2>
          <p className="quiet mb-2 text-sm">
            What this course wants you to be able to do, and how far the criteria of your released scores say
            that you are. It is part of no score.
          </p>
          <ReachedOutcomes outcomes={data.outcomes} studentId={null} />
        </section>
      )}
    </div>
  );
}
