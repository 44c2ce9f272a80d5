import { Link } from 'react-router';
import type { QueryOf } from '../../../contract/endpoint';
import { getInsightPosts } from '../../../contract/insight';
import { addresses } from '../../../words/addresses';
import { plural } from '../../../words/numbers';
import { useCourse } from '../../data/course';
import { useApi, withQuery } from '../../data/useApi';
import { Dialog } from '../../ui/Dialog';
import { Failed, Loading } from '../../ui/states';
import { When } from '../../ui/When';

/** Which posts are behind a part of a picture, as they are asked for. */
export type PostsWanted = { readonly [Name in keyof QueryOf<typeof getInsightPosts>]?: string | undefined };

/** The posts behind a part of a picture, each leading to where it stands. */
export function PostsBehind({
  title,
  wanted,
  close,
}: {
  title: string;
  wanted: PostsWanted;
  close: () => void;
}) {
  const course = useCourse();
  const { data, error } = useApi(withQuery(getInsightPosts, wanted), { course: course.id });
  return (
    <Dialog title={title} onClose={close} wide>
      {error && !data && <Failed error={error} />}
      {!data && !error && <Loading />}
      {data && (
        <>
          <p className="quiet num text-sm">
            {plural(data.of, 'post')}
            {data.of > data.posts.length && `, the newest ${data.posts.length}`}
          </p>
          <ul className="ruled mt-2 max-h-[60vh] overflow-y-auto border-t">
            {data.posts.map(({ id, forumId, forum, author, at, words, opening }) => (
              <li key={id} className="ruled border-b py-2">
                <p className="quiet flex flex-wrap gap-x-3 text-sm">
                  <b className="text-base-content">{author.name}</b>
                  <span>{forum}</span>
                  <When at={at} />
                  <span className="num">{plural(words, 'word')}</span>
                </p>
                <Link className="font-serif hover:underline" to={addresses.post(course.id, forumId, id)}>
                  {opening || 'A post without words'}
                </Link>
              </li>
            ))}
          </ul>
        </>
      )}
    </Dialog>
  );
}
