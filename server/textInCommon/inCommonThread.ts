import { answerApart } from '../apart/answerApart';
import { loadCourse } from '../course/setup/courseCache';
import { personOf } from '../course/setup/inCourse';
import { Problem } from '../refusals/problem';
import { textsOf } from './courseTexts';
import type { InCommonAsked, InCommonSaid } from './inCommonApart';
import { pairCount, pairList } from './pairList';
import { pairView } from './pairView';

// A thread beside the server: it reads and compares everything that was written in a course, so that nobody else waits.
answerApart<InCommonAsked, InCommonSaid>(async (db, asked, say) => {
  const setup = await loadCourse(db, asked.courseId);
  if (!setup) return;
  if (asked.what === 'compare') {
    await textsOf(db, setup);
    say({ compared: true });
    return;
  }
  const member = setup.members.get(asked.personId);
  if (!member || member.removed) return;
  const course = { setup, member, person: personOf(setup, member) };
  if (asked.what === 'list') {
    say({ list: await pairList(db, course, asked.query, asked.now) });
    return;
  }
  if (asked.what === 'count') {
    say({ count: await pairCount(db, course, asked.of, asked.now) });
    return;
  }
  try {
    say({ pair: await pairView(db, course, asked, asked.now) });
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    say({ pair: null });
  }
});
