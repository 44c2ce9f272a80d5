import type { Request, RequestHandler } from 'express';
import type { Logger } from 'pino';

/** The pattern of the route that answered: what is in an address may be a secret, a one-time link above all. */
export const routeOf = (req: Request): string =>
  typeof (req.route as { path?: unknown } | undefined)?.path === 'string'
    ? (req.route as { path: string }).path
    : '(no route)';

/** One line a request: method, route, status, milliseconds. Never an address, a body, a query or a cookie. */
export function requestLog(log: Logger): RequestHandler {
  return (req, res, next) => {
    const start = process.hrtime.bigint();
    res.on('finish', () => {
      const ms = Number(process.hrtime.bigint() - start) / 1e6;
      log.info(
        { method: req.method, route: routeOf(req), status: res.statusCode, ms: Math.round(ms * 10) / 10 },
        'request',
      );
    });
    next();
  };
}
