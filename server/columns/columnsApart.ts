import { Worker } from 'node:worker_threads';
import { fileOf, type Db } from '../db/open';
import type { WorkedOut } from './column';

/** What the thread is asked. */
export interface Question {
  readonly n: number;
  readonly courseId: string;
  readonly itemIds: readonly string[];
  readonly now: number;
}

/** What it says: one column, or that the question of this number is answered. */
export type Answer =
  | { readonly n: number; readonly itemId: string; readonly column: WorkedOut }
  | { readonly n: number; readonly failed: string | null };

/** How long a thread that has nothing to do is kept, ms: with it go the posts it has read. */
const IDLE = 10_000;

/** Starts the thread from what was built; where Juror runs from its sources, from those. */
function start(file: string): Worker {
  const here = import.meta.url;
  const options = { workerData: file };
  if (!here.endsWith('.ts')) {
    const built = here.slice(0, here.lastIndexOf('/node/') + '/node/'.length);
    return new Worker(new URL('columnsThread.js', built), options);
  }
  const source = JSON.stringify(new URL('./columnsThread.ts', here).href);
  const code = `import('tsx/esm/api').then(({ register }) => { register(); return import(${source}); })`;
  return new Worker(code, { ...options, eval: true });
}

interface Asked {
  readonly columns: Map<string, WorkedOut>;
  readonly resolve: (columns: Map<string, WorkedOut> | null) => void;
}

/** A thread with a connection of its own that works columns out, started when it is first asked and ended when it has nothing to do. */
class ColumnsThread {
  #worker: Worker | null = null;
  #asked = new Map<number, Asked>();
  #last = 0;
  #idle: NodeJS.Timeout | undefined;

  constructor(private readonly file: string) {}

  ask(question: Omit<Question, 'n'>): Promise<Map<string, WorkedOut> | null> {
    clearTimeout(this.#idle);
    const n = ++this.#last;
    return new Promise((resolve) => {
      this.#asked.set(n, { columns: new Map(), resolve });
      this.#started().postMessage({ n, ...question } satisfies Question);
    });
  }

  #started(): Worker {
    if (this.#worker) return this.#worker;
    const worker = start(this.file);
    // It keeps nobody from stopping.
    worker.unref();
    worker.on('message', (answer: Answer) => this.#hear(answer));
    worker.on('error', (error) => {
      process.emitWarning(`The thread that works large gradebooks out ended: ${error.message}`);
      this.#ended(worker);
    });
    worker.on('exit', () => this.#ended(worker));
    return (this.#worker = worker);
  }

  #hear(answer: Answer): void {
    const asked = this.#asked.get(answer.n);
    if (!asked) return;
    if ('column' in answer) {
      asked.columns.set(answer.itemId, answer.column);
      return;
    }
    this.#asked.delete(answer.n);
    if (answer.failed !== null) process.emitWarning(`Columns of a large gradebook: ${answer.failed}`);
    asked.resolve(answer.failed === null ? asked.columns : null);
    if (this.#asked.size === 0) {
      this.#idle = setTimeout(() => this.#end(), IDLE);
      this.#idle.unref();
    }
  }

  /** Lets the thread go; whoever asks while it ends gets another. */
  #end(): void {
    const worker = this.#worker;
    this.#worker = null;
    void worker?.terminate();
  }

  /** Whoever still waits works it out here. */
  #ended(worker: Worker): void {
    if (this.#worker !== worker) return;
    this.#worker = null;
    const left = [...this.#asked.values()];
    this.#asked.clear();
    for (const { resolve } of left) resolve(null);
  }
}

const threads = new Map<string, ColumnsThread>();
const underWay = new Map<string, Promise<Map<string, WorkedOut> | null>>();

/**
 * The columns of some items of a course, worked out in a thread of their own from what the database holds now; null where that failed.
 * Whoever asks for the same while it is under way waits for the same answer.
 */
export function columnsApart(
  db: Db,
  courseId: string,
  itemIds: readonly string[],
  now: number,
): Promise<ReadonlyMap<string, WorkedOut> | null> {
  const file = fileOf(db);
  const what = JSON.stringify([file, courseId, itemIds]);
  const known = underWay.get(what);
  if (known) return known;
  const thread = threads.get(file) ?? new ColumnsThread(file);
  threads.set(file, thread);
  const answer = thread.ask({ courseId, itemIds, now }).finally(() => underWay.delete(what));
  underWay.set(what, answer);
  return answer;
}
