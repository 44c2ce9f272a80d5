import type { AnswerOf, Endpoint, ParamsOf, SentOf } from '../../contract/endpoint';
import type { Problem } from '../../contract/problem';
import { getSession, type SessionState } from '../../contract/session';
import { isIdle } from './activity';
import { askAnew } from './askAnew';
import { heardFromServer } from './clock';
import { vantageNow } from './vantage';

/** What the server said was wrong; its sentence can be shown as it is. */
export class ApiProblem extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
  }

  /** What is wrong first, where fields are what is wrong. */
  get first(): { readonly field: string; readonly message: string } | null {
    return this.problem.errors?.[0] ?? null;
  }

  /** The sentence about one field, where there is one. */
  field(name: string): string | null {
    return this.problem.errors?.find((error) => error.field === name)?.message ?? null;
  }
}

/** The request did not reach the server. */
export class Unreachable extends Error {
  constructor() {
    super('The server cannot be reached. What you typed is kept here; try again in a moment.');
  }
}

let writeToken: string | null = null;
let signedInAs: string | null = null;
let whenSignedOut: () => void = () => undefined;

/** Takes over the session's token, and what to do when the server says that nobody is signed in. */
export function takeToken(token: string | null, person: string | null, signedOut: () => void): void {
  writeToken = token;
  signedInAs = person;
  whenSignedOut = signedOut;
}

/** Takes over the token of a session that was begun in another tab, where it is the same person's; whether it is. */
async function renewToken(): Promise<boolean> {
  try {
    const response = await fetch(getSession.path);
    const state = (await response.json()) as SessionState;
    if (signedInAs === null || state.person?.id !== signedInAs || state.token === null) return false;
    writeToken = state.token;
    return true;
  } catch {
    return false;
  }
}

/** The address of an endpoint with its parameters filled in. */
export function addressOf<E extends Endpoint>(endpoint: E, params: ParamsOf<E>): string {
  return endpoint.path.replace(/:(\w+)/g, (_, name: string) =>
    encodeURIComponent(String((params as Record<string, unknown>)[name])),
  );
}

async function send<T>(
  method: string,
  address: string,
  body: BodyInit | undefined,
  json: boolean,
  isFirst = true,
): Promise<T> {
  const vantage = vantageNow();
  const inCourse = vantage !== null && address.startsWith(`/api/courses/${vantage.course}`);
  if (inCourse && method !== 'get') throw new LookingOnly(vantage.name);
  const headers: Record<string, string> = {};
  if (writeToken !== null && method !== 'get') headers['X-Juror-Token'] = writeToken;
  if (json) headers['Content-Type'] = 'application/json';
  if (isIdle()) headers['X-Juror-Idle'] = '1';
  let response: Response;
  try {
    response = await fetch(address, { method: method.toUpperCase(), headers, body });
  } catch {
    throw new Unreachable();
  }
  const now = Number(response.headers.get('X-Juror-Now'));
  if (now > 0) heardFromServer(now);
  const answer: unknown = await response.json().catch(() => null);
  if (response.ok) return answer as T;
  const problem = answer as Problem | null;
  if (problem?.code === 'writeToken' && isFirst && (await renewToken()))
    return send(method, address, body, json, false);
  if (response.status === 401 && problem?.code === 'signedOut') whenSignedOut();
  throw problem === null ? new Unreachable() : new ApiProblem(problem);
}

/**
 * Calls an endpoint. Once something is written, what that has made stale is asked for anew.
 *
 * @throws {ApiProblem | Unreachable}
 */
export async function call<E extends Endpoint>(
  endpoint: E,
  ...[params, body]: ParamsOf<E> extends Record<string, never>
    ? [ParamsOf<E>?, SentOf<E>?]
    : [ParamsOf<E>, SentOf<E>?]
): Promise<AnswerOf<E>> {
  const address = addressOf(endpoint, (params ?? {}) as ParamsOf<E>);
  const hasBody = endpoint.method !== 'get' && endpoint.method !== 'delete';
  const json = hasBody ? JSON.stringify(body ?? {}) : undefined;
  const isOtherwise = (error: unknown) =>
    error instanceof ApiProblem && [404, 409].includes(error.problem.status);
  try {
    const answer = await send<AnswerOf<E>>(endpoint.method, address, json, hasBody);
    askAnew(endpoint, params ?? {}, body);
    return answer;
  } catch (error) {
    // Refused because things are otherwise than they are shown.
    if (isOtherwise(error)) askAnew(endpoint, params ?? {}, body);
    throw error;
  }
}

/** A file as the server keeps it. */
export interface Uploaded {
  readonly id: string;
  readonly address: string;
  readonly name: string;
  readonly type: string;
  readonly size: number;
  readonly kind: 'image' | 'document' | 'audio' | 'video';
  /** How much the person has uploaded to the course, and may, in bytes. */
  readonly room: { readonly used: number; readonly most: number };
}

/** Uploads a file; `progress` hears how much of it, from 0 to 1, has arrived. */
export function uploadFile(
  course: string,
  id: string,
  file: File,
  progress: (share: number) => void = () => undefined,
  seconds?: number,
): Promise<Uploaded> {
  const form = new FormData();
  form.set('id', id);
  if (seconds !== undefined) form.set('seconds', String(seconds));
  form.set('file', file);
  const vantage = vantageNow();
  if (vantage !== null) return Promise.reject(new LookingOnly(vantage.name));
  return new Promise((resolve, reject) => {
    // fetch tells nothing of how far an upload is.
    const request = new XMLHttpRequest();
    request.open('POST', `/api/courses/${course}/files`);
    if (writeToken !== null) request.setRequestHeader('X-Juror-Token', writeToken);
    request.upload.onprogress = ({ loaded, total }) => progress(total > 0 ? loaded / total : 0);
    request.onerror = () => reject(new Unreachable());
    request.onload = () => {
      let answer: unknown = null;
      try {
        answer = JSON.parse(request.responseText);
      } catch {
        // Not an answer of ours.
      }
      if (request.status < 300 && answer !== null) return resolve(answer as Uploaded);
      if (request.status === 401) whenSignedOut();
      reject(answer === null ? new Unreachable() : new ApiProblem(answer as Problem));
    };
    request.send(form);
  });
}

/** Nothing can be written while looking as someone else. */
class LookingOnly extends Error {
  constructor(name: string) {
    super(`You are looking as ${name}; nothing is written from here. Leave the vantage first.`);
  }
}

/** A sentence for whatever went wrong. */
export function sentenceOf(error: unknown): string {
  return error instanceof Error ? error.message : 'Something went wrong. Try again.';
}
