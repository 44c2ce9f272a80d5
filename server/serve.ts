import type { Server } from 'node:http';
import type { Express } from 'express';

/** Listens; fails with one sentence when it cannot. */
export function listen(app: Express, port: number, host: string): Promise<{ server: Server; port: number }> {
  return new Promise((resolve, reject) => {
    const server = app.listen(port, host);
    server.once('listening', () => {
      const address = server.address();
      resolve({ server, port: typeof address === 'object' && address !== null ? address.port : port });
    });
    server.once('error', (error: NodeJS.ErrnoException) => {
      const why =
        error.code === 'EADDRINUSE'
          ? `Port ${port} is taken by another program. Stop that one, or choose another port: PORT=4311 npm run demo`
          : `Juror cannot listen on port ${port}: ${error.message}`;
      reject(new Error(why));
    });
  });
}

/**
 * Stops taking requests, ends what would never end by itself (`first`), lets those under way end (for five seconds at most), then
 * calls `last` and exits.
 */
export function stopGracefully(server: Server, first: () => void, last: () => Promise<void>): void {
  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    const end = () => void last().then(() => process.exit(0));
    const patience = setTimeout(() => server.closeAllConnections(), 5000);
    patience.unref();
    server.close(end);
    first();
    server.closeIdleConnections();
  };
  process.once('SIGINT', stop);
  process.once('SIGTERM', stop);
}
