import express, { type Express, type Request, type Response } from 'express';
import type { AnswerOf, BodyOf, Endpoint, ParamsOf, QueryOf } from '../../contract/endpoint';
import { courseFor, refuseOthers, type InCourse } from '../course/inCourse';
import { asSeenBy, vantageOf } from '../vantage/asSeenBy';
import type { Deps } from '../deps';
import { checkWriteToken, signedIn, type SignedIn } from '../sessions/sessions';
import { fieldsProblem, notFound, Problem } from './problem';

/** What a handler is given. */
export interface Call<E extends Endpoint> {
  readonly deps: Deps;
  readonly params: ParamsOf<E>;
  readonly query: QueryOf<E>;
  readonly body: BodyOf<E>;
  readonly now: number;
  readonly req: Request;
  readonly res: Response;
}

type Handler<E extends Endpoint, Extra> = (call: Call<E> & Extra) => Promise<AnswerOf<E>>;

/** Reads the body of a request as JSON, of at most what the endpoint takes; only after the person was let in. */
function bodyReader(endpoint: Endpoint): (req: Request, res: Response) => Promise<void> {
  if (endpoint.method === 'get' || endpoint.method === 'delete') return () => Promise.resolve();
  const json = express.json({ limit: endpoint.largest });
  return (req, res) =>
    new Promise((resolve, reject) => {
      // false: there is a body of another kind; null: there is none.
      if (req.is('application/json') === false) return reject(new Problem(415, 'json', 'Send JSON.'));
      json(req, res, (error?: unknown) => (error === undefined ? resolve() : reject(error as Error)));
    });
}

/** A query without what says through whose eyes it is asked. */
function withoutVantage(query: Request['query']): object {
  const own = { ...query };
  delete own.as;
  delete own.at;
  return own;
}

function read<E extends Endpoint>(deps: Deps, endpoint: E, req: Request, res: Response): Call<E> {
  const parse = <T>(
    schema: { safeParse: (value: unknown) => { success: boolean; data?: unknown; error?: unknown } },
    value: unknown,
  ) => {
    const result = schema.safeParse(value ?? {});
    if (!result.success) throw fieldsProblem(result.error as Parameters<typeof fieldsProblem>[0]);
    return result.data as T;
  };
  const takesBody = endpoint.method !== 'get' && endpoint.method !== 'delete';
  return {
    deps,
    params: parse(endpoint.params, req.params),
    query: parse(endpoint.query, endpoint.method === 'get' ? withoutVantage(req.query) : req.query),
    body: takesBody ? parse(endpoint.body, req.body) : ({} as BodyOf<E>),
    now: deps.clock.now(),
    req,
    res,
  };
}

/**
 * Serves an endpoint to those whom `admit` lets in, with what it found out about them. Who is not let in is refused before
 * anything they sent is looked at, so that a refusal never depends on what was sent.
 */
function serve<E extends Endpoint, Extra extends object>(
  app: Express,
  deps: Deps,
  endpoint: E,
  admit: (req: Request, res: Response) => Promise<Extra>,
  handler: Handler<E, Extra>,
): void {
  const readBody = bodyReader(endpoint);
  app[endpoint.method](endpoint.path, async (req, res) => {
    const extra = await admit(req, res);
    await readBody(req, res);
    const answer: unknown = await handler({ ...read(deps, endpoint, req, res), ...extra });
    // What a handler has sent itself is not sent again.
    if (!res.headersSent) res.json(answer);
    const { course, forum } = req.params;
    if (endpoint.method === 'get' || typeof course !== 'string') return;
    deps.live.scored(course);
    if (typeof forum === 'string') deps.live.wrote(course, forum);
  });
}

/** Whose session it is; a write has to bring the session's token. */
async function sessionOf(deps: Deps, endpoint: Endpoint, req: Request, res: Response): Promise<SignedIn> {
  const session = await signedIn(deps, req);
  if (endpoint.method !== 'get') {
    checkWriteToken(session, req);
    await deps.countWrite(req, res, session.personId);
  }
  return session;
}

/** Serves an endpoint to anyone. */
export function open<E extends Endpoint>(
  app: Express,
  deps: Deps,
  endpoint: E,
  handler: Handler<E, unknown>,
): void {
  serve(app, deps, endpoint, async () => ({}), handler);
}

/** Serves an endpoint to whoever is signed in; writes need the session's token. */
export function forPerson<E extends Endpoint>(
  app: Express,
  deps: Deps,
  endpoint: E,
  handler: Handler<E, { readonly session: SignedIn }>,
): void {
  serve(
    app,
    deps,
    endpoint,
    async (req, res) => ({ session: await sessionOf(deps, endpoint, req, res) }),
    handler,
  );
}

/** Serves an endpoint to administrators; to everyone else it does not exist. */
export function forAdmin<E extends Endpoint>(
  app: Express,
  deps: Deps,
  endpoint: E,
  handler: Handler<E, { readonly session: SignedIn }>,
): void {
  const admit = async (req: Request, res: Response) => {
    const session = await sessionOf(deps, endpoint, req, res);
    const person = await deps.db
      .selectFrom('person')
      .select('administrator')
      .where('id', '=', session.personId)
      .executeTakeFirst();
    if (person?.administrator !== 1) throw notFound();
    return { session };
  };
  serve(app, deps, endpoint, admit, handler);
}

/**
 * Serves an endpoint to the members of the course named in the path; to everyone else it does not exist. Staff who read
 * may ask through a student's eyes at a moment: then the course, the member and the time are those of the vantage.
 */
export function forMember<E extends Endpoint>(
  app: Express,
  deps: Deps,
  endpoint: E,
  who: 'anyone' | 'staff' | 'instructor' | 'student',
  handler: Handler<E, { readonly session: SignedIn; readonly course: InCourse }>,
): void {
  const admit = async (req: Request, res: Response) => {
    const session = await sessionOf(deps, endpoint, req, res);
    const courseId = String(req.params.course);
    const seen = endpoint.method === 'get' ? vantageOf(req.query) : null;
    const now = deps.clock.now();
    if (seen === null) return { session, now, course: await courseFor(deps, session, courseId, who) };
    const own = await courseFor(deps, session, courseId, 'staff');
    const course = await asSeenBy(deps, own, seen.as, seen.at, now);
    refuseOthers(course.member, who);
    return { session, now: seen.at, course };
  };
  serve(app, deps, endpoint, admit, handler);
}
