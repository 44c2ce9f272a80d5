import { getAround, type DeskPost, type DeskView, type PostAround } from '../../../../contract/evaluate';
import { useCourse } from '../../../data/course';
import { useApi, withQuery } from '../../../data/useApi';
import { Prose } from '../../../ui/Prose';
import { Failed, Loading } from '../../../ui/states';
import { When } from '../../../ui/When';

/** The branch around one post, asked for when it is wanted. */
export function useBranch(view: DeskView, post: DeskPost, wanted: boolean) {
  const course = useCourse();
  const endpoint = withQuery(getAround, { names: view.namesHidden ? 'hidden' : undefined });
  return useApi(
    endpoint,
    wanted ? { course: course.id, forum: view.forum.id, student: view.student.id, post: post.id } : null,
    { revalidateOnFocus: false },
  );
}

function One({ post }: { post: PostAround }) {
  return (
    <li className="ruled border-l-[3px] py-1.5 pl-3">
      <p className="quiet text-sm">
        <b className={post.own ? 'text-base-content' : 'font-semibold'}>{post.author?.name ?? 'Someone'}</b>,{' '}
        <When at={post.at} plain />
      </p>
      {post.html === null ? (
        <p className="quiet text-sm italic">Removed.</p>
      ) : (
        <Prose html={post.html} className="text-[0.97rem]" />
      )}
    </li>
  );
}

/** Posts above or below a student's post, whole. */
export function BranchAround({
  view,
  post,
  which,
}: {
  view: DeskView;
  post: DeskPost;
  which: 'above' | 'below';
}) {
  const { data, error } = useBranch(view, post, true);
  if (error && !data) return <Failed error={error} />;
  if (!data) return <Loading what="Opening the branch" />;
  return (
    <ol
      className="mb-2.5 space-y-1.5"
      aria-label={which === 'above' ? 'What it replies to, from the beginning' : 'Replies to it'}
    >
      {data[which].map((each) => (
        <One key={each.id} post={each} />
      ))}
    </ol>
  );
}
