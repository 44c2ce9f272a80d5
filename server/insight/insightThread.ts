import { answerApart } from '../apart/answerApart';
import { loadCourse } from '../course/setup/courseCache';
import { personOf } from '../course/setup/inCourse';
import { insight, postsBehind } from './insight';
import type { InsightAsked, InsightSaid } from './insightApart';

// A thread beside the server: it reads everything that was written in a course, so that nobody else waits.
answerApart<InsightAsked, InsightSaid>(async (db, { courseId, personId, scope, posts, now }, say) => {
  const setup = await loadCourse(db, courseId);
  const member = setup?.members.get(personId);
  if (!setup || !member || member.removed) return;
  const course = { setup, member, person: personOf(setup, member) };
  say(
    posts === null
      ? { view: await insight(db, course, scope, now) }
      : { posts: await postsBehind(db, course, posts, now) },
  );
});
