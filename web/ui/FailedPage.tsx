import { ApiProblem } from '../data/api';
import { NotFound } from './NotFound';
import { Failed } from './states';

/** A place that cannot be shown: it is not there for this person, or it can be tried again. */
export function FailedPage({ error, retry }: { error: unknown; retry?: () => void }) {
  return error instanceof ApiProblem && error.problem.status === 404 ? (
    <NotFound />
  ) : (
    <Failed title="This page could not be loaded" error={error} retry={retry} />
  );
}
