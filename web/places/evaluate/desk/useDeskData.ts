import { useCallback, useMemo, useState } from 'react';
import { useSWRConfig } from 'swr';
import { getCourse, type CourseFrame } from '../../../../contract/course';
import { getDesk, getDocket, type DocketView, type SavedScore } from '../../../../contract/evaluate';
import { useCourse } from '../../../data/course';
import { noteOwnScore } from '../../../data/ownScores';
import { withRow } from '../docket/withRow';
import { keyOf, preloadApi, useApi, withQuery } from '../../../data/useApi';

/** Where this browser keeps that its evaluator covers names. */
const HIDES = 'juror-names-hidden';

/** The docket of a forum, and the Desk of the student at hand; with what saving a score changes of them. */
export function useDeskData(forum: string, student: string | undefined) {
  const course = useCourse().id;
  const { mutate } = useSWRConfig();
  const [hides, setHides] = useState(() => localStorage.getItem(HIDES) === 'yes');
  const askDocket = useMemo(() => withQuery(getDocket, { names: hides ? 'hidden' : undefined }), [hides]);
  const askDesk = useMemo(() => withQuery(getDesk, { names: hides ? 'hidden' : undefined }), [hides]);
  const docket = useApi(askDocket, { course, forum });
  const desk = useApi(askDesk, student ? { course, forum, student } : null, {
    revalidateOnFocus: false,
    keepPreviousData: false,
  });
  const hasAgreement = Boolean(docket.data?.forum.agreement);
  const onKept = useCallback(
    (of: string, { row, ready, ...view }: SavedScore) => {
      const quietly = { revalidate: false };
      void mutate(keyOf(askDesk, { course, forum, student: of }), view, quietly);
      if (ready === null) return;
      noteOwnScore(course, forum, view.student.id);
      const replaced = (before: DocketView | undefined) =>
        before && (row === null ? before : withRow(before, of, row));
      // How often two evaluators agree stands in the docket, and is worked out from all of it.
      void mutate(keyOf(askDocket, { course, forum }), replaced, { revalidate: hasAgreement });
      const withReady = (before: CourseFrame | undefined) => before && { ...before, ready };
      void mutate(keyOf(getCourse, { course }), withReady, quietly);
    },
    [mutate, askDesk, askDocket, course, forum, hasAgreement],
  );
  return {
    docket,
    desk,
    onKept,
    /** Fetches the Desk of who will come next. */
    preload: useCallback(
      (next: string) => preloadApi(askDesk, { course, forum, student: next }),
      [askDesk, course, forum],
    ),
    /** Covers names in this browser, or shows them again. */
    hide: (next: boolean) => {
      localStorage.setItem(HIDES, next ? 'yes' : 'no');
      setHides(next);
    },
  };
}
