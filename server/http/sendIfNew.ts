import { createHash } from 'node:crypto';
import type { Request, Response } from 'express';

/** Sends a text, or says that it is as it was when it was last fetched. */
export function sendIfNew(req: Request, res: Response, type: string, text: string): void {
  const tag = `"${createHash('sha256').update(text).digest('base64url')}"`;
  res.set({ ETag: tag, 'Cache-Control': 'private, no-cache' });
  if (req.get('If-None-Match')?.split(/,\s*/).includes(tag)) {
    res.status(304).end();
    return;
  }
  res.type(type).send(text);
}
