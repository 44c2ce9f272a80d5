import type { Keeping } from '../course/change/changeCourse';
import { CourseCache } from '../course/setup/courseCache';
import type { Db } from '../db/open';

/** What courses are changed with where nobody listens: in benchmarks and tests without a server. */
export const unheard = (db: Db): Keeping => ({
  db,
  courses: new CourseCache(),
  live: { changed: () => undefined },
});
