import type { Server } from 'node:http';
import type { Express } from 'express';

/**
 * So long a connection may rest before it is closed, ms: longer than proxies in front of Juror keep theirs (a minute, most of them), so that
 * none of them sends a request into one that is just being closed.
 */
const REST = 65_000;

/** Listens; fails with one sentence when it cannot. */
export function listen(app: Express, port: number, host: string): Promise<{ server: Server; port: number }> {
  return new Promise((resolve, reject) => {
    const server = app.listen(port, host);
    server.keepAliveTimeout = REST;
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

/** So long what comes on connections that are open already is still answered, ms. */
const LAST_REQUESTS = 400;
/** So long requests under way may take, ms, and so long everything together. */
const PATIENCE = 4000;
const AT_MOST = 5000;

/**
 * Stops: ends what would never end by itself (`first`), answers what has been received and what comes meanwhile on open
 * connections, each of which is then closed, takes nothing more, calls `last`, and exits; after five seconds at most.
 */
export function stopGracefully(server: Server, first: () => void, last: () => Promise<void>): void {
  let stopping = false;
  server.prependListener('request', (_req, res) => {
    if (stopping) res.setHeader('Connection', 'close');
  });
  const stop = () => {
    if (stopping) return;
    stopping = true;
    setTimeout(() => process.exit(1), AT_MOST).unref();
    const end = () =>
      void last().then(
        () => process.exit(0),
        (error: unknown) => {
          console.error(error);
          process.exit(1);
        },
      );
    first();
    setTimeout(() => {
      server.close(end);
      server.closeIdleConnections();
      setTimeout(() => server.closeAllConnections(), PATIENCE - LAST_REQUESTS).unref();
    }, LAST_REQUESTS);
  };
  process.once('SIGINT', stop);
  process.once('SIGTERM', stop);
  // Started by a script of ours: where that one is gone, nobody would stop this one.
  if (process.connected) {
    process.once('disconnect', stop);
    process.channel?.unref();
  }
}

/** Waits for something, but not for ever: what hangs is let go. */
export async function atMost(ms: number, work: Promise<unknown>): Promise<void> {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise((resolve) => (timer = setTimeout(resolve, ms)));
  await Promise.race([work, late]);
  clearTimeout(timer);
}
