import pino from 'pino';
import { z } from 'zod';
import { endpoint } from '../contract/endpoint';
import { createApp } from '../server/app';
import { assemble, begin } from '../server/assemble';
import { CourseClock } from '../server/clock/clock';
import { openDatabase } from '../server/db/open';
import { serving } from '../server/http/serving';
import { folderTransport } from '../server/mail/transport';
import { listen } from '../server/serve';

/** A route that answers a constant, behind the same middleware and the same session as every other. */
const constant = endpoint({
  method: 'get',
  path: '/api/constant',
  who: 'person',
  summary: 'A constant',
  answer: z.object({ ok: z.boolean() }),
});

/** The server as production runs it, with that route beside it; its port goes to whoever started it. */
async function main(): Promise<void> {
  const dataFolder = process.env.JUROR_DATA!;
  const db = openDatabase(dataFolder);
  const log = pino({ level: 'error' });
  const transport = folderTransport(dataFolder);
  const clock = new CourseClock(Number(process.env.START));
  const deps = assemble({ db, clock, log, dataFolder, transport, address: 'http://localhost', demo: null });
  const app = createApp(deps, {
    webFolder: null,
    more: (to) => serving(to, deps)(constant, () => Promise.resolve({ ok: true })),
  });
  const { port } = await listen(app, Number(process.env.PORT ?? 0), '127.0.0.1');
  await begin(deps);
  process.send?.({ port });
}

void main();
