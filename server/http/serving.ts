import express, { type Express, type Request, type Response } from 'express';
import type { BodyOf, Endpoint } from '../../contract/endpoint';
import { coverNames } from '../course/covered/coverNames';
import { courseFor, refuseOthers, type InCourse } from '../course/setup/inCourse';
import type { Deps } from '../feature/deps';
import type { Call, Serve } from '../feature/serve';
import type { SignedIn } from '../feature/signedIn';
import { sendJson } from './compress';
import { fieldsProblem, notFound, Problem } from '../refusals/problem';
import { checkWriteToken, signedIn } from '../sessions/sessions';
import { asSeenBy, vantageOf } from '../vantage/asSeenBy';

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
    params: parse(endpoint.params, req.params),
    query: parse(endpoint.query, endpoint.method === 'get' ? withoutVantage(req.query) : req.query),
    body: takesBody ? parse(endpoint.body, req.body) : ({} as BodyOf<E>),
    now: deps.clock.now(),
    req,
    res,
  };
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

/** Finds out who calls, and refuses whom an endpoint is not for. */
function admitted(deps: Deps, endpoint: Endpoint): (req: Request, res: Response) => Promise<object> {
  const { who } = endpoint;
  if (who === 'open') return () => Promise.resolve({});
  if (who === 'person') return async (req, res) => ({ session: await sessionOf(deps, endpoint, req, res) });
  if (who === 'admin')
    return async (req, res) => {
      const session = await sessionOf(deps, endpoint, req, res);
      await refuseUnlessAdmin(deps, session);
      return { session };
    };
  return async (req, res) => {
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
}

/** To everyone but administrators their endpoints do not exist. */
async function refuseUnlessAdmin(deps: Deps, session: SignedIn): Promise<void> {
  const person = await deps.db
    .selectFrom('person')
    .select('administrator')
    .where('id', '=', session.personId)
    .executeTakeFirst();
  if (person?.administrator !== 1) throw notFound();
}

/** The parts of a request that may name students, where names are covered. */
interface AskedOfStudents {
  readonly params: { readonly forum: string; readonly student?: string };
  readonly query: { readonly names?: 'shown' | 'hidden'; readonly without?: string };
  readonly body: { readonly names?: 'shown' | 'hidden'; readonly students?: unknown };
}

/** The course with the names covered that the evaluator may not know, and the student whom the address means. */
async function withNamesCovered(deps: Deps, course: InCourse, asked: AskedOfStudents): Promise<object> {
  const { params, query, body } = asked;
  const students = [params.student, query.without, body.students]
    .flat()
    .filter((each): each is string => typeof each === 'string');
  const names = query.names ?? body.names ?? 'shown';
  const covered = await coverNames(deps.db, course, params.forum, { names, students });
  const { student } = params;
  return {
    course: covered.course,
    covered,
    ...(student !== undefined && { params: { ...params, student: covered.studentOf(student) } }),
  };
}

/**
 * Serves endpoints to those they are for; to everyone else they do not exist. Who is not let in is refused before anything they sent is
 * looked at, so that a refusal never depends on what was sent. Staff who read in a course may ask through a student's eyes at a moment:
 * then the course, the member and the time are those of the vantage.
 */
export function serving(app: Express, deps: Deps): Serve {
  return (endpoint, handler) => {
    const admit = admitted(deps, endpoint);
    const readBody = bodyReader(endpoint);
    app[endpoint.method](endpoint.path, async (req, res) => {
      const by = await admit(req, res);
      await readBody(req, res);
      const call = { ...read(deps, endpoint, req, res), ...by };
      const cover = endpoint.coversNames
        ? await withNamesCovered(
            deps,
            (by as { course: InCourse }).course,
            call as unknown as AskedOfStudents,
          )
        : {};
      const answer: unknown = await handler({ ...call, ...cover } as Parameters<typeof handler>[0]);
      // What a handler has sent itself is not sent again.
      if (!res.headersSent) sendJson(res, answer);
    });
  };
}
