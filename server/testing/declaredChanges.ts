import express, { type Express } from 'express';
import { AsyncLocalStorage } from 'node:async_hooks';
import type { Endpoint, Matter } from '../../contract/endpoint';
import type { Changed } from '../course/change/changed';
import type { Deps } from '../feature/deps';

/** What a change really came to, in the words of the contract. */
function mattersOf({ posts, scores }: Changed): Matter[] {
  return [
    ...(posts.size > 0 ? (['posts'] as const) : []),
    ...(scores.length > 0 ? (['scores'] as const) : []),
  ];
}

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
  const hold = (matters: readonly Matter[]) => {
    const endpoint = asked.getStore();
    for (const matter of matters)
      if (endpoint && !endpoint.changes.includes(matter))
        throw new Error(`${endpoint.method} ${endpoint.path} changes what it does not say: ${matter}`);
  };
  const tell = live.changed.bind(live);
  live.changed = (courseId, what) => {
    hold(mattersOf(what));
    if (asked.getStore()?.changes.length === 0)
      throw new Error('It changes something of somebody’s, and says nothing');
    tell(courseId, what);
  };
  const forget = courses.forget.bind(courses);
  courses.forget = (courseId) => {
    hold(['course']);
    forget(courseId);
  };
  const outer = express();
  outer.use((req, _res, next) => asked.run(endpointOf(req.method.toLowerCase(), req.path), next));
  outer.use(app);
  return outer;
}
