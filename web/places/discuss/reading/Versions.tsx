import { getRevisions } from '../../../../contract/discuss';
import type { PostView } from '../../../../contract/posts';
import { useCourse } from '../../../data/course';
import { useApi } from '../../../data/useApi';
import { Dialog } from '../../../ui/Dialog';
import { countWords } from '../../../ui/pointWords';
import { Prose } from '../../../ui/Prose';
import { Failed, Loading } from '../../../ui/states';
import { When } from '../../../ui/When';

/** Every version of a post, the newest first; for its author and staff. */
export function Versions({
  forum,
  post,
  onClose,
}: {
  forum: string;
  post: Pick<PostView, 'id' | 'author'>;
  onClose: () => void;
}) {
  const course = useCourse();
  const { data, error } = useApi(getRevisions, { course: course.id, forum, post: post.id });
  return (
    <Dialog title={`Versions of ${post.author!.name}’s post`} onClose={onClose} wide>
      {error && <Failed error={error} />}
      {!data && !error && <Loading />}
      <ol className="space-y-5">
        {[...(data?.revisions ?? [])].reverse().map((revision) => (
          <li key={revision.number} className="ruled border-l-2 pl-4">
            <p className="quiet num text-sm">
              <b className="text-base-content">Version {revision.number}</b> · <When at={revision.at} /> ·{' '}
              {countWords(revision.words, 'word')}
              {revision.byStaff && ` · by ${revision.author.name}`}
              {revision.draftKeptAt !== null && (
                <>
                  {' · '}last draft kept <When at={revision.draftKeptAt} />
                </>
              )}
            </p>
            <Prose html={revision.html} className="mt-1 text-base" />
          </li>
        ))}
      </ol>
    </Dialog>
  );
}
