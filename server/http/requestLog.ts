import type { RequestHandler } from 'express';
import type { Logger } from 'pino';

/** One line a request: method, path, status, milliseconds. Never a body, a query or a cookie. */
export function requestLog(log: Logger): RequestHandler {
  return (req, res, next) => {
    const start = process.hrtime.bigint();
    const path = req.originalUrl.split('?')[0];
    res.on('finish', () => {
      const ms = Number(process.hrtime.bigint() - start) / 1e6;
      log.info({ method: req.method, path, status: res.statusCode, ms: Math.round(ms * 10) / 10 }, 'request');
    });
    next();
  };
}
