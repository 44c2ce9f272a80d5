import { z } from 'zod';

/**
 * Who may call an endpoint: anyone at all, whoever is signed in, administrators; or, of the course its path names, any member,
 * staff, instructors or students. To everyone else it does not exist.
 */
export type Who = 'open' | 'person' | 'admin' | 'member' | 'staff' | 'instructor' | 'student';

/**
 * What is heard live that makes an answer out of date: posts of its forum, who is ready to be evaluated, scores, or what the person is
 * told of. A change of the course makes everything of it so.
 */
export type Heard = 'posts' | 'ready' | 'scores' | 'notices';

/**
 * What a write changes. Everything in a course rests on the course itself: its settings, people, plan and dates. The rest is a part
 * of it, or what someone keeps for themselves.
 */
export type Matter =
  | Heard
  | 'calendar'
  | 'cases'
  | 'course'
  | 'drafts'
  | 'feeds'
  | 'findings'
  | 'follows'
  | 'inCommon'
  | 'invitations'
  | 'library'
  | 'looks'
  | 'marks'
  | 'moreTime'
  | 'people'
  | 'remarks'
  | 'reviews'
  | 'sessions'
  | 'shares';

/** One request the API answers: what the server registers, what the web calls, and what openapi.json describes. */
export interface Endpoint<
  Params extends z.ZodType = z.ZodType,
  Query extends z.ZodType = z.ZodType,
  Body extends z.ZodType = z.ZodType,
  Answer extends z.ZodType = z.ZodType,
  W extends Who = Who,
  Covers extends boolean = boolean,
> {
  readonly method: 'get' | 'post' | 'put' | 'patch' | 'delete';
  /** With `:name` for parameters. */
  readonly path: string;
  readonly who: W;
  readonly summary: string;
  readonly params: Params;
  readonly query: Query;
  readonly body: Body;
  /** The largest body taken, in bytes as sent. */
  readonly largest: number;
  readonly answer: Answer;
  /** What a write may change, at most. */
  readonly changes: readonly Matter[];
  /** Whether the answer of a write already holds everything it changed, so that none of it need be asked for again. */
  readonly bringsChanges: boolean;
  /** What makes an answer out of date, whoever does it. */
  readonly staleOn: readonly Heard[];
  /** What else makes an answer out of date, but only for the person who does it. */
  readonly staleAfter: readonly Matter[];
  /**
   * Whether it speaks of students whose names may be covered until their score is given: as `names` asks, or as the forum says for
   * everyone. It then names them by aliases, and takes aliases for students.
   */
  readonly coversNames: Covers;
}

export type ParamsOf<E extends Endpoint> = z.infer<E['params']>;
export type BodyOf<E extends Endpoint> = z.infer<E['body']>;
/** A body as it is sent; what has a default may be left out. */
export type SentOf<E extends Endpoint> = z.input<E['body']>;
export type QueryOf<E extends Endpoint> = z.infer<E['query']>;
export type AnswerOf<E extends Endpoint> = z.infer<E['answer']>;

const nothing = z.strictObject({});

/** What a body may come to that holds a text or two, in bytes. */
const USUAL = 512 * 1024;
/** What a body may come to that holds a whole file, in bytes. */
export const WHOLE_FILE = 17_000_000;

/** What of an endpoint depends on whether it reads or writes. */
type ReadsOrWrites =
  | {
      readonly method: 'get';
      readonly staleOn?: readonly Heard[];
      readonly staleAfter?: readonly Matter[];
    }
  | {
      readonly method: Exclude<Endpoint['method'], 'get'>;
      readonly changes: readonly Matter[];
      readonly bringsChanges?: boolean;
    };

/**
 * Declares an endpoint; what is left out takes nothing. One that writes says what it changes.
 *
 * @example endpoint({ method: 'get', path: '/api/courses/:course', who: 'member', summary: '…', params: z.strictObject({ course: id }), answer })
 */
export function endpoint<
  Answer extends z.ZodType,
  const W extends Who,
  Params extends z.ZodType = typeof nothing,
  Query extends z.ZodType = typeof nothing,
  Body extends z.ZodType = typeof nothing,
  const Covers extends boolean = false,
>(
  definition: ReadsOrWrites & {
    path: string;
    who: W;
    summary: string;
    params?: Params;
    query?: Query;
    body?: Body;
    largest?: number;
    answer: Answer;
    coversNames?: Covers;
  },
): Endpoint<Params, Query, Body, Answer, W, Covers> {
  return {
    params: nothing as unknown as Params,
    query: nothing as unknown as Query,
    body: nothing as unknown as Body,
    largest: USUAL,
    changes: [],
    bringsChanges: false,
    staleOn: [],
    staleAfter: [],
    coversNames: false as Covers,
    ...definition,
  };
}
