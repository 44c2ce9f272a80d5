// npm run dev: the demo server with reload, and Vite in front of it on http://localhost:4320.
import { spawn } from 'node:child_process';
import { install } from './setUp.mjs';

install();
const children = [
  spawn('npx', ['tsx', 'watch', 'demo/main.ts'], { stdio: 'inherit' }),
  spawn('npx', ['vite', '--config', 'web/vite.config.ts'], { stdio: 'inherit' }),
];
const stop = () => children.forEach((child) => child.kill('SIGTERM'));
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, stop);
children.forEach((child) => child.on('exit', stop));
