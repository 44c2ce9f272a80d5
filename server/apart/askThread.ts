import { fileOf, type Db } from '../db/open';
import { Problem } from '../refusals/problem';
import { ThreadApart, type ThreadName } from './threadApart';

/** Asks a thread one question with one answer: each data file has its own. Null: it could not answer. */
export function askThread<Asked, Said>(name: ThreadName): (db: Db, asked: Asked) => Promise<Said | null> {
  const threads = new Map<string, ThreadApart<Asked, Said>>();
  return async (db, asked) => {
    const file = fileOf(db);
    const thread = threads.get(file) ?? new ThreadApart<Asked, Said>(name, file);
    threads.set(file, thread);
    const said = await thread.ask(asked);
    return said?.[0] ?? null;
  };
}

/** What a thread said. @throws {Problem} 503 busy where it could not answer */
export function orBusy<Said>(said: Said | null): Said {
  if (said === null)
    throw new Problem(503, 'busy', 'This could not be worked out just now. Try again in a moment.');
  return said;
}
