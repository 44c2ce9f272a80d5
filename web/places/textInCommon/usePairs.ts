import { getInCommon, inCommonOrder } from '../../../contract/textInCommon';
import { useCourse } from '../../data/course';
import { useAddress } from '../../data/useAddress';
import { useApi, withQuery } from '../../data/useApi';

/** The pairs that are looked at, as the address says: of a forum, of a student, put aside or not, and in which order. */
export function usePairs(inForum?: string) {
  const course = useCourse();
  const { search, set } = useAddress();
  const query = {
    forum: inForum ?? search.get('forum') ?? undefined,
    student: search.get('student') ?? undefined,
    show: search.get('show') === 'aside' ? ('aside' as const) : ('open' as const),
    order: inCommonOrder.catch('words').parse(search.get('order')),
  };
  const answer = useApi(withQuery(getInCommon, query), { course: course.id }, { keepPreviousData: true });
  return { ...answer, query, set };
}
