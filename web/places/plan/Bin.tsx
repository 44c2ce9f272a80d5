import { toast } from '../../ui/toast';
import { getBin, setForumsRemoved } from '../../../contract/plan';
import { call } from '../../data/api';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { Dialog } from '../../ui/Dialog';
import { plural } from '../../../words/numbers';
import { Failed, Loading } from '../../ui/states';
import { When } from '../../ui/When';
import { orSayWhyNot } from '../../ui/sayWhyNot';

/** Forums that were removed, with what they hold; each can be brought back. */
export function Bin({ close }: { close: () => void }) {
  const course = useCourse();
  const { data, error } = useApi(getBin, { course: course.id });
  const restore = async (forum: { id: string; title: string; version: number }) => {
    await orSayWhyNot(async () => {
      await call(
        setForumsRemoved,
        { course: course.id },
        { forums: [{ id: forum.id, version: forum.version }], removed: false },
      );
      toast.success(`“${forum.title}” is back, with everything in it.`);
    });
  };
  return (
    <Dialog title="The bin" onClose={close}>
      {error && <Failed error={error} />}
      {!data && !error && <Loading />}
      {data?.forums.length === 0 && <p className="quiet">The bin is empty.</p>}
      <ul>
        {data?.forums.map((forum) => (
          <li key={forum.id} className="ruled flex items-center gap-3 border-b py-2">
            <span className="min-w-0 grow">
              <span className="block truncate font-medium">{forum.title}</span>
              <span className="quiet text-sm">
                {plural(forum.posts, 'post')}, {plural(forum.scores, 'score')} · removed{' '}
                <When at={forum.removedAt} />
              </span>
            </span>
            {course.role === 'instructor' && (
              <button
                type="button"
                className="btn btn-sm raised ruled h-9"
                onClick={() => void restore(forum)}
              >
                Restore
              </button>
            )}
          </li>
        ))}
      </ul>
    </Dialog>
  );
}
