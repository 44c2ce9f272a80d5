import { Link } from 'react-router';
import type { DeskView } from '../../../../contract/evaluate';
import { getInCommonOf } from '../../../../contract/textInCommon';
import { addresses } from '../../../../words/addresses';
import { pairsWords } from '../../../../words/textInCommon';
import { useCourse } from '../../../data/course';
import { useApi, withQuery } from '../../../data/useApi';

/** Says quietly that something a student wrote here has text in common with others; where names are hidden it leads nowhere, for it would name them. */
export function InCommonMark({ view }: { view: DeskView }) {
  const course = useCourse();
  const names = view.covered ? 'hidden' : 'shown';
  const { data } = useApi(withQuery(getInCommonOf, { names }), {
    ...{ course: course.id, forum: view.forum.id, student: view.student.id },
  });
  if (!data || data.pairs === 0) return null;
  const words = pairsWords(data.pairs);
  return (
    <p className="quiet pb-2 text-sm">
      {view.covered ? (
        words
      ) : (
        <Link
          className="link-plain"
          to={addresses.moderate(course.id, view.forum.id, { view: 'common', student: view.student.id })}
        >
          {words}
        </Link>
      )}
    </p>
  );
}
