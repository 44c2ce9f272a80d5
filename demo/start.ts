import { accessSync, constants, existsSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import pino from 'pino';
import type { Server } from 'node:http';
import { createApp } from '../server/app';
import { assemble, begin } from '../server/assemble';
import { CourseClock, newestWritten, saveClock, savedClock } from '../server/clock/clock';
import type { TrustProxy } from '../server/config';
import { lockFolder } from '../server/db/folderLock';
import { openDatabase, type Db } from '../server/db/open';
import { folderTransport, type MailTransport } from '../server/mail/transport';
import { receivedIsWritten } from '../server/readMarks/received';
import { listen } from '../server/serve';
import { PASSWORD, START } from './course';
import { layOutDemo } from './layOut';
import { pointToStandIn, startStandIn } from './standIn/standIn';

export type { MailTransport, OutgoingMail } from '../server/mail/transport';

const KEEP_EVERY = 5000;

/** A running demo. */
export interface RunningDemo {
  readonly server: Server;
  readonly port: number;
  readonly clock: CourseClock;
  /** The origin of the stand-in for another site, which runs beside it. */
  readonly standIn: string;
  /** Ends what would never end by itself, so that the server can stop. */
  readonly endStreams: () => void;
  /** Writes down where the clock stands and closes the data; the server is stopped by whoever stops it. */
  readonly close: () => Promise<void>;
}

/** Stands in a data folder while the demo is laid out; what it is found beside was never finished. */
const UNFINISHED = 'demo-unfinished';

/** Removes what an earlier demo left in a data folder. */
export function clearData(dataFolder: string): void {
  for (const name of ['juror.sqlite', 'juror.sqlite-wal', 'juror.sqlite-shm', 'files', 'outbox', UNFINISHED])
    rmSync(join(dataFolder, name), { recursive: true, force: true });
}

/** Opens the demo's data, which is laid out where there is none yet. */
async function openDemo(dataFolder: string, say: (line: string) => void): Promise<{ db: Db; saved: number }> {
  const mark = join(dataFolder, UNFINISHED);
  // What was begun and not finished, because it was stopped meanwhile, is begun anew.
  if (existsSync(mark)) clearData(dataFolder);
  const db = openDatabase(dataFolder);
  const saved = await savedClock(db);
  if (saved !== null) return { db, saved };
  const someone = await db.selectFrom('person').select('id').limit(1).executeTakeFirst();
  if (someone) {
    await db.destroy();
    throw new Error(
      `The data folder ${dataFolder} holds data that is not the demo's. Choose another: JUROR_DATA=/some/folder npm run demo`,
    );
  }
  const started = performance.now();
  say('Laying out the demo course ...');
  writeFileSync(mark, '');
  await layOutDemo(db, dataFolder);
  await saveClock(db, START);
  rmSync(mark);
  say(`  done in ${((performance.now() - started) / 1000).toFixed(1)} s`);
  return { db, saved: START };
}

/**
 * Serves the demo from a data folder, laying the course out first where the folder is empty.
 *
 * @throws Error with one sentence when the folder cannot be written or the port is taken
 */
export async function startDemo(options: {
  dataFolder: string;
  port: number;
  host?: string;
  trustProxy?: TrustProxy;
  logLevel?: string;
  say?: (line: string) => void;
  /** Lays the course out anew. */
  fresh?: boolean;
  /** The way mail leaves; left out: into the outbox in the data folder. */
  transport?: MailTransport | undefined;
}): Promise<RunningDemo> {
  const { dataFolder, say = () => undefined } = options;
  try {
    mkdirSync(dataFolder, { recursive: true });
    accessSync(dataFolder, constants.W_OK);
  } catch {
    throw new Error(
      `The data folder ${dataFolder} cannot be written. Choose another: JUROR_DATA=/some/folder npm run demo`,
    );
  }
  const unlock = lockFolder(dataFolder);
  if (options.fresh) clearData(dataFolder);
  const { db, saved } = await openDemo(dataFolder, say).catch((error: unknown) => {
    unlock();
    throw error;
  });
  // The clock is written down every few seconds; a post may be a little later than the last of these.
  const clock = new CourseClock(Math.max(saved, Math.min(await newestWritten(db), saved + 2 * KEEP_EVERY)));
  const log = pino({ level: options.logLevel ?? 'warn' });
  const transport = options.transport ?? folderTransport(dataFolder);
  const address = `http://localhost:${options.port}`;
  const demo = { clock, password: PASSWORD };
  const deps = assemble({ db, clock, log, dataFolder, transport, address, demo });
  const app = createApp(deps, { webFolder: resolve('dist/web'), trustProxy: options.trustProxy });
  const { server, port } = await listen(app, options.port, options.host ?? '127.0.0.1').catch(
    async (error: unknown) => {
      await receivedIsWritten(db);
      await db.destroy();
      unlock();
      throw error;
    },
  );
  const standIn = await startStandIn(options.port === 0 ? 0 : port + 1, options.host ?? '127.0.0.1');
  await pointToStandIn(db, standIn.origin);
  await begin(deps);
  const keep = setInterval(() => void saveClock(db, clock.now()), KEEP_EVERY);
  return {
    server,
    port,
    clock,
    standIn: standIn.origin,
    endStreams: () => deps.live.stop(),
    close: async () => {
      clearInterval(keep);
      standIn.server.close();
      standIn.server.closeAllConnections();
      deps.live.stop();
      await deps.releases.stop();
      await deps.settling.stop();
      deps.comparing.stop();
      await deps.mailer.stop();
      await saveClock(db, clock.now());
      await receivedIsWritten(db);
      await db.destroy();
      unlock();
    },
  };
}
