import * as contract from '../../contract/insight';
import type { InCourse } from '../course/setup/inCourse';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { wrongField } from '../refusals/problem';
import { answerInsight, answerPosts } from './answerInsight';
import type { Scope } from './insight';

function refuseStrange({ setup }: InCourse, { forum, section }: Scope): void {
  if (forum !== undefined && !setup.forums.has(forum))
    throw wrongField('forum', 'This forum is not there any more. Choose another.');
  if (section !== undefined && !setup.sections.some(({ id }) => id === section))
    throw wrongField('section', 'This section is not there any more. Choose another.');
}

/** What a term looks like, for staff. */
export function insightRoutes(serve: Serve, { db }: Deps): void {
  serve(contract.getInsight, ({ course, query, now }) => {
    refuseStrange(course, query);
    return answerInsight(db, course, query, now);
  });
  serve(contract.getInsightPosts, ({ course, query, now }) => {
    refuseStrange(course, query);
    return answerPosts(db, course, query, now);
  });
}
