import { addresses } from '../../../../words/addresses';
import { Fragment } from 'react';
import { Link } from 'react-router';
import type { DeskView } from '../../../../contract/evaluate';
import { useCourse } from '../../../data/course';
import { Prose } from '../../../ui/Prose';
import { Tally } from '../../../ui/Tally';
import type { Sheet } from '../sheet/useSheet';
import { PagePost } from './PagePost';
import { newId } from '../../../data/newId';
import { SelectedPassage } from '../../../ui/SelectedPassage';
import { ReviewsOnDesk } from './ReviewsOnDesk';
import { InCommonMark } from './InCommonMark';
import { TimeStrip } from './TimeStrip';

/**
 * Everything one student wrote in this forum: by question where there are several, the initial post first, a journal as it was written;
 * each with what it answers folded above.
 */
export function Pages({
  view,
  sheet,
  unfolded,
}: {
  view: DeskView;
  sheet: Sheet | null;
  /** What the posts answer is unfolded from the beginning. */
  unfolded: boolean;
}) {
  const course = useCourse();
  return (
    <section aria-label={`What ${view.student.name} wrote`} className="mx-auto max-w-[44rem] px-6 pt-4 pb-16">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h2 className="text-2xl">{view.student.name}</h2>
        <p className="quiet">
          {view.covered
            ? 'Names are hidden until the score is given; those that classmates typed remain.'
            : view.section}
          {!view.covered && (
            <>
              {view.section && ' · '}
              <Link className="link-plain" to={addresses.studentTerm(course.id, view.student.id)}>
                the whole term
              </Link>
            </>
          )}
        </p>
        <span className="ml-auto self-center">
          <Tally slots={view.slots} scale={1.2} />
        </span>
      </div>
      <TimeStrip view={view} />
      <InCommonMark view={view} />
      {view.posts.length === 0 ? (
        <p className="quiet ruled border-t py-8">
          {view.notAsked
            ? 'This student is not required to take part in this forum.'
            : 'Nothing has been written here.'}
        </p>
      ) : (
        <div className="ruled border-t">
          {view.posts.map((post, index) => (
            <Fragment key={post.id}>
              {post.question !== null && post.question.id !== view.posts[index - 1]?.question?.id && (
                <div className="quiet border-b-0 pt-4 text-sm">
                  <Prose html={post.question.html} className="text-base font-semibold" />
                </div>
              )}
              <PagePost view={view} post={post} number={index + 1} sheet={sheet} unfolded={unfolded} />
            </Fragment>
          ))}
        </div>
      )}
      <ReviewsOnDesk view={view} />
      {sheet && view.reading?.second !== true && (
        <SelectedPassage
          onComment={(passage) =>
            sheet.state.change({
              passages: [...sheet.now.typed.passages, { ...passage, id: newId(), comment: '' }],
            })
          }
        />
      )}
    </section>
  );
}
