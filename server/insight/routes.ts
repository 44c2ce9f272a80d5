import * as contract from '../../contract/insight';
import type { InCourse } from '../course/setup/inCourse';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { Problem, wrongField } from '../refusals/problem';
import { askInsight, type InsightAsked, type InsightSaid } from './insightApart';

function refuseStrangeScope(
  { setup }: InCourse,
  { forum, section }: { forum?: string; section?: string },
): void {
  if (forum !== undefined && !setup.forums.has(forum))
    throw wrongField('forum', 'This forum is not there any more. Choose another.');
  if (section !== undefined && !setup.sections.some(({ id }) => id === section))
    throw wrongField('section', 'This section is not there any more. Choose another.');
}

/** Pictures of a term, for staff: worked out in a thread beside the requests. */
export function insightRoutes(serve: Serve, { db }: Deps): void {
  const ask = async (
    course: InCourse,
    asked: Pick<InsightAsked, 'scope' | 'posts' | 'now'>,
  ): Promise<InsightSaid> => {
    refuseStrangeScope(course, asked.scope as { forum?: string; section?: string });
    const said = await askInsight(db, {
      ...{ courseId: course.setup.id, personId: course.person.id },
      ...asked,
    });
    if (said === null)
      throw new Problem(503, 'busy', 'This could not be worked out just now. Try again in a moment.');
    return said;
  };
  serve(contract.getInsight, async ({ course, query, now }) => {
    const said = await ask(course, { scope: query, posts: null, now });
    return (said as Extract<InsightSaid, { view: unknown }>).view;
  });
  serve(contract.getInsightPosts, async ({ course, query, now }) => {
    const said = await ask(course, { scope: query, posts: query, now });
    return (said as Extract<InsightSaid, { posts: unknown }>).posts;
  });
}
