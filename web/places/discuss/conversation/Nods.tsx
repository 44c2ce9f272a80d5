import { COINED } from '../../../../words/coined';
import { setNod } from '../../../../contract/discuss';
import type { PostBody, PostView } from '../../../../contract/posts';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { plural } from '../../../../words/numbers';
import { useBodyAgain } from '../context/bodies';
import type { ForumFrame } from '../context/forumContext';
import { orSayWhyNot } from '../../../ui/sayWhyNot';

/** Five strokes like the marks of a gauge, filled up to a rating. */
function Gauge({ value }: { value: number }) {
  return (
    <svg width="30" height="14" viewBox="0 0 30 14" aria-hidden>
      {[1, 2, 3, 4, 5].map((step) => (
        <rect
          key={step}
          x={(step - 1) * 6}
          y={12 - step * 2}
          width="4"
          height={2 + step * 2}
          fill={step <= value ? 'var(--river)' : 'none'}
          stroke={step <= value ? 'var(--river)' : 'var(--quiet)'}
          strokeWidth="0.8"
        />
      ))}
    </svg>
  );
}

/** A light approval of a post, or a rating from 1 to 5; what is told of others' is the forum's to say. */
export function Nods({
  forum,
  post,
  called,
  nods,
}: {
  forum: ForumFrame;
  post: PostView;
  /** What the post is called among the others. */
  called: string;
  nods: PostBody['nods'];
}) {
  const course = useCourse();
  const again = useBodyAgain();
  if (nods === null || post.removed) return null;
  const send = async (value: number | null) => {
    await orSayWhyNot(async () => {
      await call(setNod, { course: course.id, forum: forum.id, post: post.id }, { value });
      again(post.id);
    });
  };
  const told =
    nods.count === null || nods.count === 0
      ? ''
      : forum.approve === 'nods'
        ? plural(nods.count, 'nod')
        : `${((nods.mean ?? 0) / 100).toFixed(1)} from ${plural(nods.count, 'rating')}`;
  return (
    <>
      {nods.may.yes && forum.approve === 'nods' && (
        <button
          type="button"
          className={`cursor-pointer hover:underline ${nods.mine === null ? 'quiet' : 'font-semibold text-primary'}`}
          aria-pressed={nods.mine !== null}
          aria-label={nods.mine === null ? `Nod to ${called}` : `You nodded to ${called}`}
          title={COINED.nod}
          onClick={() => void send(nods.mine === null ? 1 : null)}
        >
          {nods.mine === null ? 'Nod' : 'You nodded'}
        </button>
      )}
      {nods.may.yes && forum.approve === 'ratings' && (
        <label className="flex items-center gap-1.5">
          <Gauge value={nods.mine ?? 0} />
          <select
            aria-label={`Rate ${called}`}
            className="quiet cursor-pointer bg-transparent text-sm"
            value={nods.mine ?? ''}
            onChange={(event) => void send(event.target.value === '' ? null : Number(event.target.value))}
          >
            <option value="">rate</option>
            {[1, 2, 3, 4, 5].map((value) => (
              <option key={value} value={value}>
                {value} of 5
              </option>
            ))}
          </select>
        </label>
      )}
      {told && <span className="quiet num">{told}</span>}
    </>
  );
}
