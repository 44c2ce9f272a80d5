import compression from 'compression';
import type { RequestHandler, Response } from 'express';
import { constants } from 'node:zlib';

/** Answers smaller than this are sent as they are, bytes. */
const LEAST = 1024;

/**
 * Answers that hold a secret beside what somebody typed or may choose: how well these compress would tell of the secret to whoever watches
 * the line and can have them asked for again and again.
 */
const HOLDS_SECRETS =
  /^\/api\/(session|links|calendar\/subscription)\b|^\/api\/courses\/[^/]+\/invitations|\/(link|feed)(\?|$)/;

/** Sends JSON compressed, to browsers that take it so; never a stream of events, and nothing with a secret in it. */
export function compressed(): RequestHandler {
  const compress = compression({
    threshold: LEAST,
    // Quick rather than small: every answer is compressed anew.
    level: 1,
    brotli: { params: { [constants.BROTLI_PARAM_QUALITY]: 2 } },
    filter: (req, res) =>
      !HOLDS_SECRETS.test(req.originalUrl) &&
      /^application\/(problem\+)?json\b/.test(String(res.getHeader('Content-Type'))),
  });
  return (req, res, next) => {
    const send = res.send.bind(res);
    // Most answers are small: what would compress them is put in their way only where they are not.
    res.send = (body) => {
      if (typeof body === 'string' && body.length >= LEAST && !res.headersSent)
        compress(req, res, () => undefined);
      return send(body);
    };
    next();
  };
}

/** Sends an answer as JSON: a small one at once, a larger one through what compresses it. */
export function sendJson(res: Response, answer: unknown): void {
  const text = JSON.stringify(answer);
  res.setHeader('Content-Type', 'application/json; charset=utf-8');
  if (text.length >= LEAST) {
    res.send(text);
    return;
  }
  res.setHeader('Content-Length', Buffer.byteLength(text));
  res.end(text);
}
