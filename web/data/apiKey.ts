import type { Endpoint, Heard, Matter, ParamsOf } from '../../contract/endpoint';

/** Under which an answer of the API is kept in the browser: which endpoint, of what, and with what it was asked. */
export interface ApiKey {
  /** The endpoint's path, with `:name` for parameters. */
  readonly path: string;
  readonly params: Readonly<Partial<Record<string, string>>>;
  /** What stands behind the question mark. */
  readonly search: string;
}

/** Every endpoint that was asked, by its path. */
const asked = new Map<string, Endpoint>();

/** The key of an endpoint's answer. */
export function apiKey<E extends Endpoint>(endpoint: E, params: ParamsOf<E>, more = ''): ApiKey {
  const [path = '', query = ''] = endpoint.path.split('?');
  asked.set(path, endpoint);
  return { path, params: (params ?? {}) as ApiKey['params'], search: query + more };
}

const isApiKey = (key: unknown): key is ApiKey =>
  typeof key === 'object' && key !== null && 'path' in key && 'params' in key;

/** Chooses among keys. */
export type KeyFilter = (key: unknown) => boolean;

/** Everything of a course; of any course, where none is named. */
export const ofCourse =
  (course?: string): KeyFilter =>
  (key) =>
    isApiKey(key) && (course === undefined ? key.params.course !== undefined : key.params.course === course);

/** The answers of an endpoint, whatever else was asked of it. */
export const answersOf =
  <E extends Endpoint>(endpoint: E, params: ParamsOf<E>): KeyFilter =>
  (key) =>
    isApiKey(key) &&
    key.path === endpoint.path &&
    Object.entries(params ?? {}).every(([name, value]) => key.params[name] === value);

/**
 * What something heard makes out of date, as the endpoints say of themselves; of a forum's own, only where it is one of those it was
 * heard of.
 */
export const madeStale =
  (heard: readonly Heard[], course: string, forums: readonly string[]): KeyFilter =>
  (key) =>
    isApiKey(key) &&
    key.params.course === course &&
    (key.params.forum === undefined || forums.includes(key.params.forum)) &&
    (asked.get(key.path)?.staleOn.some((each) => heard.includes(each)) ?? false);

/**
 * What a write makes out of date for whoever writes, as the endpoints say of themselves: everything of the course where that changed,
 * else what rests on what it changed, in the forum it was about.
 */
export const staleBy =
  (changes: readonly Matter[], { course, forum }: ApiKey['params']): KeyFilter =>
  (key) => {
    if (!isApiKey(key)) return false;
    const isOther = (written?: string, kept?: string) =>
      written !== undefined && kept !== undefined && written !== kept;
    if (isOther(course, key.params.course)) return false;
    if (changes.includes('course') && key.params.course !== undefined) return true;
    if (isOther(forum, key.params.forum)) return false;
    const { staleOn = [], staleAfter = [] } = asked.get(key.path) ?? {};
    return [...staleOn, ...staleAfter].some((each) => changes.includes(each));
  };
