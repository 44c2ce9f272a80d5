import { fork, type ChildProcess } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { join } from 'node:path';
import { haveOpen, LIVE_PATH, type LiveEvent } from '../contract/live';
import { when } from '../demo/course';

/** Somebody with a session. */
export interface Signed {
  readonly id: string;
  readonly cookie: string;
  readonly token: string;
}

/** A server in a process of its own over a data folder, which can be killed and started again. */
export class Server {
  #child: ChildProcess | null = null;
  port = 0;
  /** Lets a connection go before the server does, which keeps an idle one for five seconds. */
  readonly agent: Agent;

  constructor(
    private readonly folder: string,
    people: number,
  ) {
    this.agent = new Agent({ keepAlive: true, maxSockets: people * 2, timeout: 3500 });
  }

  async start(): Promise<void> {
    const child = fork(join(import.meta.dirname, 'crowdServer.js'), {
      env: {
        ...process.env,
        JUROR_DATA: this.folder,
        PORT: String(this.port),
        START: String(when('03-05 16:20')),
      },
    });
    this.#child = child;
    // However the measuring ends, no server is left behind.
    process.once('exit', () => child.kill('SIGKILL'));
    this.port = await new Promise<number>((resolve, reject) => {
      child.once('message', (message: { port: number }) => resolve(message.port));
      child.once('exit', (code) => reject(new Error(`the server ended with ${code}`)));
    });
  }

  async kill(): Promise<void> {
    const ended = new Promise((resolve) => this.#child!.once('exit', resolve));
    this.#child!.removeAllListeners('message');
    this.#child!.kill('SIGKILL');
    await ended;
  }

  /** Resident memory, MB. */
  memory(): number {
    const status = readFileSync(`/proc/${this.#child!.pid}/status`, 'utf8');
    return Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? 0) / 1024;
  }

  /** What the server has taken of the processors since it was started, by itself and by the system for it, ms. */
  cpu(): number {
    const stat = readFileSync(`/proc/${this.#child!.pid}/stat`, 'utf8');
    // The name of the program, in brackets, may hold spaces; user and system time come 12th and 13th after it, in hundredths.
    const [user, system] = stat
      .slice(stat.lastIndexOf(')') + 2)
      .split(' ')
      .slice(11, 13);
    return (Number(user) + Number(system)) * 10;
  }

  /** Asks as somebody; rejects when the server is not there. */
  ask(
    who: Signed,
    method: string,
    path: string,
    body?: object,
  ): Promise<{ status: number; text: string; ms: number }> {
    const started = performance.now();
    return new Promise((resolve, reject) => {
      const sent = body === undefined ? undefined : JSON.stringify(body);
      const req = request(
        {
          host: '127.0.0.1',
          port: this.port,
          method,
          path,
          agent: this.agent,
          headers: {
            cookie: who.cookie,
            'x-juror-token': who.token,
            ...(sent !== undefined && {
              'content-type': 'application/json',
              'content-length': Buffer.byteLength(sent),
            }),
          },
        },
        (res) => {
          let text = '';
          res.setEncoding('utf8');
          res.on('data', (chunk: string) => (text += chunk));
          res.on('end', () =>
            resolve({ status: res.statusCode ?? 0, text, ms: performance.now() - started }),
          );
          res.on('error', reject);
          res.on('aborted', () => reject(new Error('the answer broke off')));
        },
      );
      req.on('error', reject);
      req.setTimeout(10_000, () => req.destroy(new Error('no answer')));
      req.end(sent);
    });
  }

  /**
   * Opens somebody's stream of what changes, and says which forum they have open, as browsers do; what is returned closes it.
   *
   * @param hear is told of posts that changed, and whether the stream brought them
   */
  listen(
    who: Signed,
    open: { readonly course: string; readonly forum: string },
    hear: (posts: readonly string[], spread: number, isBrought: boolean) => void,
  ): () => void {
    const req = request(
      { host: '127.0.0.1', port: this.port, path: LIVE_PATH, headers: { cookie: who.cookie } },
      (res) => {
        let rest = '';
        res.setEncoding('utf8');
        res.on('data', (chunk: string) => {
          const lines = `${rest}${chunk}`.split('\n');
          rest = lines.pop()!;
          for (const line of lines) {
            if (!line.startsWith('data: {"')) continue;
            const text = line.slice('data: '.length);
            // All browsers are one process here: what it takes to read what came must not be taken for the server's.
            if (text.includes('"change":')) hear([], 0, true);
            else this.#take(who, open, JSON.parse(text) as LiveEvent | { stream: string }, hear);
          }
        });
        res.on('error', () => undefined);
      },
    );
    req.on('error', () => undefined);
    req.end();
    return () => req.destroy();
  }

  #take(
    who: Signed,
    open: { readonly course: string; readonly forum: string },
    said: LiveEvent | { stream: string },
    hear: (posts: readonly string[], spread: number, isBrought: boolean) => void,
  ): void {
    if ('stream' in said)
      this.ask(who, 'PUT', haveOpen.path, { stream: said.stream, forums: [open] }).catch(() => undefined);
    else if (said.kind === 'forum') hear(said.posts, said.spread, false);
  }
}
