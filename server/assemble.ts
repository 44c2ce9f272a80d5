import type { Logger } from 'pino';
import type { Clock } from './clock/clock';
import { CourseCache } from './course/setup/courseCache';
import type { Db } from './db/open';
import type { Deps } from './feature/deps';
import { PlannedReleases } from './evaluate/plannedReleases';
import { WRITES_A_MINUTE, writeLimit } from './http/writeLimit';
import { LiveHub } from './live/liveHub';
import { keepCasesTidy } from './cases/removeOld';
import { keepFilesTidy } from './files/unnamed';
import { Mailer } from './mail/mailer';
import type { MailTransport } from './mail/transport';
import { Settling } from './reviews/settling';
import { Comparing } from './textInCommon/comparing';
import { keepDates } from './notices/keepDates';
import { prepareLarge } from './prepareLarge';

/** Puts together what every feature of the server is handed. */
export function assemble(parts: {
  readonly db: Db;
  readonly clock: Clock;
  readonly log: Logger;
  readonly dataFolder: string;
  readonly transport: MailTransport;
  /** Where people reach Juror, without a slash at the end. */
  readonly address: string;
  readonly demo: Deps['demo'];
  /** Whether reviews are settled as things change; where a past is laid out, whoever does so says when. */
  readonly settles?: boolean;
  /** How many requests that write a person may send in a minute. */
  readonly writesAMinute?: number;
}): Deps {
  const { db, clock, log, dataFolder, transport, address, demo } = parts;
  const courses = new CourseCache();
  const mailer = new Mailer({ db, clock, log, courses, transport, address });
  const live = new LiveHub({
    db,
    clock,
    log,
    courses,
    mail: () => mailer.soon(),
    heard: (courseId, what) => {
      if (what !== 'setup' && what.posts.size > 0) comparing.heard(courseId);
      if (parts.settles !== false) settling.heard(courseId, what);
    },
  });
  const comparing = new Comparing({ db, clock, log, dataFolder });
  const settling = new Settling({ db, clock, log, courses, live });
  const countWrite = writeLimit(parts.writesAMinute ?? WRITES_A_MINUTE);
  const without = {
    ...{ db, clock, log, dataFolder, courses, live, mailer },
    ...{ settling, comparing, countWrite, demo },
  };
  return { ...without, releases: new PlannedReleases(without) };
}

/** Begins what runs by itself beside the requests: what changed while nothing ran is looked at, then mail goes out. */
export async function begin(deps: Deps): Promise<void> {
  for (const { id } of await deps.db.selectFrom('course').select('id').execute()) {
    const setup = await deps.courses.get(deps.db, id);
    if (setup) await keepDates(deps.db, setup, null, deps.clock.now());
  }
  await deps.releases.pass();
  deps.releases.start();
  await deps.settling.start();
  deps.mailer.start();
  keepFilesTidy(deps);
  keepCasesTidy(deps);
  prepareLarge(deps).catch((error: unknown) =>
    deps.log.warn({ err: error }, 'not every large course was prepared'),
  );
}
