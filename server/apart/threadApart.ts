import { Worker, type ResourceLimits } from 'node:worker_threads';

/** What a thread is asked, and by which number its answers are known. */
export interface Asked<Question> {
  readonly n: number;
  readonly question: Question;
}

/** What it says: one part of its answer, or that the question of this number is answered. */
export type Said<Part> =
  { readonly n: number; readonly part: Part } | { readonly n: number; readonly failed: string | null };

/** Which thread: the module it runs, and what it is for, as a warning says it. */
export interface ThreadName {
  /** The file it is built as, `columnsThread`; its module stands beside whoever asks. */
  readonly built: string;
  /** The address of that module. */
  readonly source: URL;
  /** "works large gradebooks out" */
  readonly what: string;
  /** How long it is kept with nothing to do, ms: with it goes what it has read. */
  readonly idle: number;
}

/**
 * Starts a thread from what was built; where Juror runs from its sources, from those.
 *
 * @param data what it finds as `workerData`
 */
export function startThread(
  { built, source }: Pick<ThreadName, 'built' | 'source'>,
  data: unknown,
  resourceLimits: ResourceLimits = {},
): Worker {
  const here = import.meta.url;
  const options = { workerData: data, resourceLimits };
  if (!here.endsWith('.ts')) {
    const folder = here.slice(0, here.lastIndexOf('/node/') + '/node/'.length);
    return new Worker(new URL(`${built}.js`, folder), options);
  }
  const module = JSON.stringify(source.href);
  const code = `import('tsx/esm/api').then(({ register }) => { register(); return import(${module}); })`;
  return new Worker(code, { ...options, eval: true });
}

interface Waiting<Part> {
  readonly parts: Part[];
  readonly resolve: (parts: Part[] | null) => void;
}

/**
 * A thread with a connection of its own to the data, so that what takes long keeps nobody else waiting. It is started when it is first
 * asked, and ended when it has nothing to do.
 */
export class ThreadApart<Question, Part> {
  #worker: Worker | null = null;
  #waiting = new Map<number, Waiting<Part>>();
  #last = 0;
  #idle: NodeJS.Timeout | undefined;

  /** @param file the data file */
  constructor(
    private readonly name: ThreadName,
    private readonly file: string,
  ) {}

  /** Everything it says to a question; null where that failed. */
  ask(question: Question): Promise<Part[] | null> {
    clearTimeout(this.#idle);
    const n = ++this.#last;
    return new Promise((resolve) => {
      this.#waiting.set(n, { parts: [], resolve });
      const worker = this.#started();
      worker.ref();
      worker.postMessage({ n, question } satisfies Asked<Question>);
    });
  }

  #started(): Worker {
    if (this.#worker) return this.#worker;
    const worker = startThread(this.name, this.file);
    worker.on('message', (said: Said<Part>) => this.#hear(said));
    worker.on('error', (error) => {
      process.emitWarning(`The thread that ${this.name.what} ended: ${error.message}`);
      this.#ended(worker);
    });
    worker.on('exit', () => this.#ended(worker));
    return (this.#worker = worker);
  }

  #hear(said: Said<Part>): void {
    const waiting = this.#waiting.get(said.n);
    if (!waiting) return;
    if ('part' in said) {
      waiting.parts.push(said.part);
      return;
    }
    this.#waiting.delete(said.n);
    if (said.failed !== null) process.emitWarning(`The thread that ${this.name.what}: ${said.failed}`);
    waiting.resolve(said.failed === null ? waiting.parts : null);
    if (this.#waiting.size === 0) {
      // With nothing to do it keeps nobody from stopping.
      this.#worker?.unref();
      this.#idle = setTimeout(() => this.#end(), this.name.idle);
      this.#idle.unref();
    }
  }

  /** Lets the thread go; whoever asks while it ends gets another. */
  #end(): void {
    const worker = this.#worker;
    this.#worker = null;
    void worker?.terminate();
  }

  /** Whoever still waits is told that it failed. */
  #ended(worker: Worker): void {
    if (this.#worker !== worker) return;
    this.#worker = null;
    const left = [...this.#waiting.values()];
    this.#waiting.clear();
    for (const { resolve } of left) resolve(null);
  }
}
