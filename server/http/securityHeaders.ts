import type { RequestHandler, Request, Response } from 'express';
import helmet, { type HelmetOptions } from 'helmet';

/** The headers that helmet gives every answer: they are the same ones every time, so they are worked out once. */
export function securityHeaders(options: HelmetOptions): RequestHandler {
  const headers: [name: string, value: string][] = [];
  const recorder = {
    setHeader: (name: string, value: string) => headers.push([name, value]),
    removeHeader: () => undefined,
  };
  helmet(options)({} as Request, recorder as unknown as Response, (error) => {
    if (error !== undefined) throw error as Error;
  });
  return (_req, res, next) => {
    for (const [name, value] of headers) res.setHeader(name, value);
    next();
  };
}
