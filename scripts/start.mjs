// npm start: production. No demo data, no sign-in without a password.
import { spawn } from 'node:child_process';
import { build, install } from './setUp.mjs';

install();
build();
const child = spawn(process.execPath, ['--enable-source-maps', 'dist/node/server.js'], { stdio: 'inherit' });
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
child.on('exit', (code) => process.exit(code ?? 0));
