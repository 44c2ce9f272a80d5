import { randomUUID } from 'node:crypto';
import { accessSync, constants, mkdirSync } from 'node:fs';
import { resolve } from 'node:path';
import pino from 'pino';
import { createApp } from './app';
import { assemble, begin } from './assemble';
import { newestWritten, SteadyClock } from './clock/clock';
import { readConfig, type Config } from './config';
import { lockFolder } from './db/folderLock';
import { openDatabase, type Db } from './db/open';
import { keepBackups } from './keeping/keepBackups';
import { folderTransport, serverTransport } from './mail/transport';
import { receivedIsWritten } from './readMarks/received';
import { atMost, listen, stopGracefully } from './serve';
import { hashPassword } from './sessions/passwords';

/** Makes the administrator on the first start; says what to set where nobody could sign in. */
async function firstAdministrator(db: Db, config: Config): Promise<void> {
  const { people } = await db
    .selectFrom('person')
    .select((eb) => eb.fn.countAll<number>().as('people'))
    .executeTakeFirstOrThrow();
  if (people > 0) return;
  if (config.admin === null) {
    throw new Error(
      `Nobody can sign in yet. Say for the first start who administers Juror, with a password of 10 characters or more:

  JUROR_ADMIN_EMAIL=you@college.example JUROR_ADMIN_PASSWORD='a long password' npm start
`,
    );
  }
  await db
    .insertInto('person')
    .values({
      id: randomUUID(),
      email: config.admin.email,
      given_name: 'Administrator',
      family_name: '',
      preferred_name: null,
      sortable_name: 'Administrator',
      password_hash: await hashPassword(config.admin.password),
      administrator: 1,
    })
    .execute();
}

async function main(): Promise<void> {
  const config = readConfig(process.env);
  const dataFolder = resolve(config.dataFolder ?? 'data');
  try {
    mkdirSync(dataFolder, { recursive: true });
    accessSync(dataFolder, constants.W_OK);
  } catch {
    throw new Error(`The data folder ${dataFolder} cannot be written. Choose another with JUROR_DATA.`);
  }
  const log = pino({ level: config.logLevel });
  const unlock = lockFolder(dataFolder);
  const db = openDatabase(dataFolder);
  await firstAdministrator(db, config);
  const transport =
    config.mail === null
      ? folderTransport(dataFolder)
      : serverTransport(config.mail.server, config.mail.from);
  const address = config.address ?? `http://localhost:${config.port}`;
  const clock = new SteadyClock(await newestWritten(db), (by) =>
    log.warn(
      { by },
      by < 0
        ? 'The clock of this machine was set back. Juror goes on from where it was, more slowly, until the machine has caught up.'
        : 'The clock of this machine jumped forward.',
    ),
  );
  const deps = assemble({ db, clock, log, dataFolder, transport, address, demo: null });
  const app = createApp(deps, { webFolder: resolve('dist/web'), trustProxy: config.trustProxy });
  const { server, port } = await listen(app, config.port, config.host);
  log.info({ port }, 'Juror is ready');
  // For whoever started it by hand, among the lines for programs.
  console.log(`Juror is at ${address}`);
  await begin(deps);
  if (config.backups !== null) keepBackups(deps, config.backups);
  else log.warn('No backups are made. Say with JUROR_BACKUPS in which folder, best on another disk.');
  stopGracefully(
    server,
    () => deps.live.stop(),
    async () => {
      await deps.releases.stop();
      await deps.settling.stop();
      deps.comparing.stop();
      // A mail that is cut off is the same mail when it is tried again.
      await atMost(1500, deps.mailer.stop());
      await receivedIsWritten(db);
      await db.destroy();
      unlock();
    },
  );
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
