import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { textOf } from '../core/text/textOf';
import { someWords } from './ownWords';
import type { Row } from './row';
import { Server, type Signed } from './servedApart';
import { FORUM, LARGE, signedIn } from './signedIn';

/** Each kind of request is sent so often before it is measured, and so often while it is. */
const WARM = 600;
const TIMES = 1500;
/** So many people send at once. */
const AT_ONCE = 4;

type Ask = (who: Signed, n: number) => readonly [method: string, path: string, body?: object];

/** A kind of request, and what each may take of the processor, ms. */
interface Kind {
  readonly what: string;
  readonly ask: Ask;
  readonly limit: number;
}

/** Some posts of a forum of so many, others each time. */
const some = (posts: number, n: number, many: number) =>
  Array.from({ length: many }, (_, each) => `large-p${(n * 37 + each * 101) % posts}`);

const kindsIn = (posts: number): Record<string, Kind> => ({
  post: {
    what: `a post into a forum of ${posts}`,
    ask: (_, n) => [
      'POST',
      `${FORUM}/posts`,
      {
        id: `cost-post-${n}`,
        parentId: `large-p${(n * 13) % posts}`,
        doc: textOf(someWords(20).join(' ')),
        starter: false,
        draft: null,
      },
    ],
    limit: 5,
  },
  draft: {
    what: `a draft in a forum of ${posts}`,
    ask: (_, n) => [
      'PUT',
      `${FORUM}/drafts/open`,
      { doc: textOf(someWords(20).join(' ')), attachments: [], postId: `cost-draft-${n}` },
    ],
    limit: 1,
  },
  read: {
    what: `marking five posts read in a forum of ${posts}`,
    ask: (_, n) => ['PUT', `${FORUM}/read`, { posts: some(posts, n, 5), read: true }],
    limit: 0.5,
  },
  small: { what: 'a small read', ask: () => ['GET', `/api/courses/${LARGE.course}`], limit: 0.5 },
  texts: {
    what: `five texts of a forum of ${posts}`,
    ask: (_, n) => ['GET', `${FORUM}/bodies?posts=${some(posts, n, 5).join(',')}`],
    limit: Infinity,
  },
  open: { what: `opening a forum of ${posts}`, ask: () => ['GET', FORUM], limit: 4 },
});

/** Sends requests of one kind, a few at once; answers what each took of the processor, user and system, ms. */
async function costOf(server: Server, people: readonly Signed[], { what, ask }: Kind): Promise<number> {
  let n = 0;
  const send = (until: number) =>
    Promise.all(
      Array.from({ length: AT_ONCE }, async () => {
        while (n < until) {
          const at = n++;
          const who = people[at % people.length]!;
          const answer = await server.ask(who, ...ask(who, at));
          if (answer.status !== 200)
            throw new Error(`${what}: ${answer.status} ${answer.text.slice(0, 200)}`);
        }
      }),
    );
  await send(WARM);
  const before = server.cpu();
  await send(WARM + TIMES);
  return (server.cpu() - before) / TIMES;
}

/** What requests of a course in which nobody listens take of the processor. */
async function costsIn(posts: number, kinds: readonly string[]): Promise<Row[]> {
  const folder = mkdtempSync(join(tmpdir(), 'juror-cost-'));
  const students = 300;
  const people = await signedIn(folder, { posts, students });
  const server = new Server(folder, students);
  try {
    await server.start();
    // What runs by itself after a start has its time first.
    await server.ask(people[0]!, 'GET', FORUM);
    await new Promise((resolve) => setTimeout(resolve, 2000));
    const rows: Row[] = [];
    for (const kind of kinds.map((name) => kindsIn(posts)[name]!)) {
      const cost = await costOf(server, people, kind).catch((error: unknown) => {
        throw new Error(kind.what, { cause: error });
      });
      rows.push({
        what: `CPU of the server: ${kind.what}`,
        figure: `${cost.toFixed(2)} ms`,
        limit: kind.limit === Infinity ? 'none' : `${kind.limit} ms`,
        ratio: cost / kind.limit,
      });
    }
    await server.kill();
    return rows;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** What each kind of request takes of the processor. */
export async function requestCostRows(): Promise<Row[]> {
  return [
    ...(await costsIn(3000, ['small', 'read', 'draft', 'texts', 'post'])),
    ...(await costsIn(600, ['small', 'open', 'texts', 'read', 'post'])),
  ];
}
