import type { Express } from 'express';
import { haveOpen, LIVE_PATH } from '../../contract/live';
import type { Deps } from '../feature/deps';
import { Problem } from '../refusals/problem';
import { sessionStands, signedInQuietly } from '../sessions/sessions';
import type { Stream } from '../feature/live';
import type { Serve } from '../feature/serve';

/** More than this waiting to be read, and the browser is taken to be gone. */
const UNREAD_AT_MOST = 1_000_000;

/** The stream of what changes, for whoever is signed in. Opening it, and leaving it open, keeps no session alive. */
export function liveRoutes(app: Express, deps: Deps): void {
  app.get(LIVE_PATH, async (req, res) => {
    const session = await signedInQuietly(deps, req);
    const last = req.headers['last-event-id'] ?? req.query.after ?? null;
    if (last !== null && typeof last !== 'string')
      throw new Problem(422, 'fields', 'after: one event, or none.', [
        { field: 'after', message: 'Name one event.' },
      ]);
    res.set({
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store, no-transform',
      'X-Accel-Buffering': 'no',
    });
    res.flushHeaders();
    res.write('retry: 2000\n\n');
    const stream: Stream = {
      personId: session.personId,
      stillSignedIn: () => sessionStands(deps, session),
      write: (text) => {
        if (res.writableEnded) return;
        if (res.writableLength > UNREAD_AT_MOST) res.destroy();
        else res.write(text);
      },
      end: () => void (res.writableEnded || res.end()),
    };
    res.on('close', () => deps.live.close(stream));
    await deps.live.open(stream, last);
  });
}

/** What a browser says of itself, so that what it needs comes with its stream. */
export function liveEndpoints(serve: Serve, deps: Deps): void {
  serve(haveOpen, ({ body, session }) =>
    Promise.resolve({ heard: deps.live.haveOpen(session.personId, body.stream, body.forums) }),
  );
}
