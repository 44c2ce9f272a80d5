import type { ReactNode } from 'react';
import { useParams } from 'react-router';
import { getCase, type CaseView } from '../../../contract/cases';
import { ApiProblem } from '../../data/api';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { FailedPage } from '../../ui/FailedPage';
import { NotFound } from '../../ui/NotFound';
import { Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';

/** The case that an address names, or what stands in its place. */
export function OpenedCase({ children }: { children: (view: CaseView) => ReactNode }) {
  const course = useCourse();
  const { case: id } = useParams();
  const { data, error, mutate } = useApi(getCase, { course: course.id, case: id! });
  useTitle(data?.title ?? 'A case', course.title);
  if (error && !data)
    return error instanceof ApiProblem && error.problem.status === 404 ? (
      <NotFound />
    ) : (
      <FailedPage error={error} retry={() => void mutate()} />
    );
  if (!data) return <Loading what="Opening the case" />;
  return children(data);
}
