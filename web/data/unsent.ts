import { useEffect, useRef, useSyncExternalStore } from 'react';
import { writePost } from '../../contract/discuss';
import type { FileView } from '../../contract/files';
import type { SentOf } from '../../contract/endpoint';
import { ApiProblem, call, Unreachable } from './api';

/** A post that was sent while the server could not be reached. */
export interface WaitingPost {
  readonly person: string;
  readonly course: string;
  readonly forum: string;
  readonly body: SentOf<typeof writePost>;
  /** Its files, for when it is taken back. */
  readonly files: readonly FileView[];
  /** What the server had against it, once it could be reached; it then waits for its author. */
  readonly problem: string | null;
}

type Store = Pick<Storage, 'getItem' | 'setItem'>;

const RETRY = 5000;
const storageKey = (person: string) => `juror-outbox ${person}`;
const NOTHING: readonly WaitingPost[] = [];

/**
 * Posts that wait for the connection, kept in the browser by person. Each has the id it was given when it was written, so
 * that it is one post however often it is sent.
 */
export class Unsent {
  #posts: readonly WaitingPost[];
  readonly #heard = new Set<() => void>();
  #sending = false;

  constructor(
    readonly person: string,
    private readonly store: Store,
    private readonly send: (post: WaitingPost) => Promise<unknown>,
  ) {
    this.#posts = this.#read();
  }

  get posts(): readonly WaitingPost[] {
    return this.#posts;
  }

  subscribe(heard: () => void): () => void {
    this.#heard.add(heard);
    return () => this.#heard.delete(heard);
  }

  /** Has a post wait; false where the browser cannot keep it. */
  add(post: WaitingPost): boolean {
    return this.#write([...this.#read().filter(({ body }) => body.id !== post.body.id), post]);
  }

  /** Takes a post back. */
  take(id: string): void {
    this.#write(this.#read().filter(({ body }) => body.id !== id));
  }

  /** Sends what waits, one after the other, as far as the server can be reached; tells of each that went. */
  async flush(sent: (post: WaitingPost) => void): Promise<void> {
    if (this.#sending) return;
    this.#sending = true;
    try {
      for (const post of this.#read()) {
        if (post.problem !== null) continue;
        try {
          await this.send(post);
        } catch (error) {
          // Not reached, or nobody is signed in: it waits.
          if (!(error instanceof ApiProblem) || waitsOn(error)) return;
          this.#write(
            this.#read().map((each) =>
              each.body.id === post.body.id ? { ...each, problem: error.problem.detail } : each,
            ),
          );
          continue;
        }
        this.take(post.body.id);
        sent(post);
      }
    } finally {
      this.#sending = false;
    }
  }

  #read(): readonly WaitingPost[] {
    try {
      const text = this.store.getItem(storageKey(this.person));
      return text === null ? NOTHING : (JSON.parse(text) as WaitingPost[]);
    } catch {
      return NOTHING;
    }
  }

  #write(posts: readonly WaitingPost[]): boolean {
    try {
      this.store.setItem(storageKey(this.person), JSON.stringify(posts));
    } catch {
      return false;
    }
    this.#posts = posts;
    for (const heard of this.#heard) heard();
    return true;
  }
}

/** Nobody signed in, a page that is out of date since someone signed in anew, or asked to wait: it goes another time. */
const waitsOn = ({ problem }: ApiProblem): boolean =>
  problem.status === 401 || problem.status === 429 || problem.status >= 500 || problem.code === 'writeToken';

const outboxes = new Map<string, Unsent>();

/** The outbox of a person in this browser. */
export function unsentOf(person: string): Unsent {
  let outbox = outboxes.get(person);
  if (!outbox) {
    outbox = new Unsent(person, localStorage, ({ course, forum, body }) =>
      call(writePost, { course, forum }, body),
    );
    outboxes.set(person, outbox);
  }
  return outbox;
}

/** Whether an error means that the server was not reached. */
export const isUnreachable = (error: unknown): boolean => error instanceof Unreachable;

/** The posts of a person that wait. */
export function useWaitingPosts(person: string): readonly WaitingPost[] {
  const outbox = unsentOf(person);
  return useSyncExternalStore(
    (heard) => outbox.subscribe(heard),
    () => outbox.posts,
  );
}

/** Sends what waits as soon as the server can be reached again. */
export function useUnsent(person: string, sent: (post: WaitingPost) => void): void {
  const outbox = unsentOf(person);
  const isWaiting = useWaitingPosts(person).some(({ problem }) => problem === null);
  const latest = useRef(sent);
  useEffect(() => {
    latest.current = sent;
  });
  useEffect(() => {
    if (!isWaiting) return;
    const flush = () => void outbox.flush((post) => latest.current(post));
    flush();
    addEventListener('online', flush);
    const timer = setInterval(flush, RETRY);
    return () => {
      removeEventListener('online', flush);
      clearInterval(timer);
    };
  }, [outbox, isWaiting]);
}
