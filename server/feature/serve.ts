import type { Request, Response } from 'express';
import type { AnswerOf, BodyOf, Endpoint, ParamsOf, QueryOf, Who } from '../../contract/endpoint';
import type { Covered } from '../course/covered/coverNames';
import type { InCourse } from '../course/setup/inCourse';
import type { SignedIn } from './signedIn';

/** What a handler is given of the request itself. */
export interface Call<E extends Endpoint> {
  readonly params: ParamsOf<E>;
  readonly query: QueryOf<E>;
  readonly body: BodyOf<E>;
  readonly now: number;
  readonly req: Request;
  readonly res: Response;
}

/** What is known of who called, by whom an endpoint is for. */
export type CalledBy<W extends Who> = W extends 'open'
  ? unknown
  : W extends 'person' | 'admin'
    ? { readonly session: SignedIn }
    : { readonly session: SignedIn; readonly course: InCourse };

/** Where an endpoint covers names: the course is given with names covered already, and `:student` is the one behind an alias. */
export type CoveredFor<Covers extends boolean> = Covers extends true
  ? { readonly covered: Covered }
  : unknown;

/** Answers an endpoint. */
export type Handler<E extends Endpoint> = (
  call: Call<E> & CalledBy<E['who']> & CoveredFor<E['coversNames']>,
) => Promise<AnswerOf<E>>;

/**
 * Serves an endpoint to those it is for, as its `who` says. Handed to every feature, so that no feature knows how requests come in.
 *
 * @example serve(contract.getPlan, ({ course }) => planView(db, course))
 */
export type Serve = <E extends Endpoint>(endpoint: E, handler: Handler<E>) => void;
