import express, { type Express } from 'express';
import { AsyncLocalStorage } from 'node:async_hooks';
import type { Endpoint, Matter } from '../../contract/endpoint';
import type { Deps } from '../feature/deps';

/**
 * Holds every request to what its endpoint says it changes: one that changes more of a course fails, for whoever reads the contract
 * would go on showing what is not so any more.
 *
 * @returns the app to ask in place of the one given
 */
export function holdToDeclared(
  app: Express,
  { live, courses }: Pick<Deps, 'live' | 'courses'>,
  endpointOf: (method: string, path: string) => Endpoint | undefined,
): Express {
  const asked = new AsyncLocalStorage<Endpoint | undefined>();
  const hold = (matter: Matter | 'something') => {
    const endpoint = asked.getStore();
    if (endpoint === undefined) return;
    const { method, path, changes } = endpoint;
    if (matter === 'something' ? changes.length === 0 : !changes.includes(matter))
      throw new Error(`${method} ${path} changes ${matter}, and does not say so`);
  };
  const tell = live.changed.bind(live);
  live.changed = (courseId, what) => {
    hold('something');
    if (what.posts.size > 0) hold('posts');
    if (what.scores.length > 0) hold('scores');
    tell(courseId, what);
  };
  const forget = courses.forget.bind(courses);
  courses.forget = (courseId) => {
    hold('course');
    forget(courseId);
  };
  const outer = express();
  outer.use((req, _res, next) => asked.run(endpointOf(req.method.toLowerCase(), req.path), next));
  outer.use(app);
  return outer;
}
