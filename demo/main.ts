import { resolve } from 'node:path';
import { readConfig } from '../server/config';
import { stopGracefully } from '../server/serve';
import { PASSWORD } from './course';
import { startDemo } from './start';

async function main(): Promise<void> {
  const config = readConfig(process.env);
  const dataFolder = resolve(config.dataFolder ?? '.demo-data');
  const demo = await startDemo({
    dataFolder,
    port: config.port,
    host: config.host,
    trustProxy: config.trustProxy,
    logLevel: process.env.LOG_LEVEL,
    say: (line) => console.log(line),
    fresh: process.argv.includes('--fresh'),
  });
  console.log(`
  Juror is ready: http://localhost:${demo.port}

  Sign in with one click there, or with the password "${PASSWORD}" as
    instructor     teodora.maric@fenwick-hollow.example
    assistant      pilar.svensson@fenwick-hollow.example  (Evening section)
    student        ines.vardanyan@fenwick-hollow.example
    administrator  registry@fenwick-hollow.example

  The data is in ${dataFolder}. Stop with Ctrl+C; npm run demo -- --fresh lays it out anew.
`);
  stopGracefully(demo.server, demo.endStreams, demo.close);
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
