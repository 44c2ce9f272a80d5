import express, { type Express } from 'express';
import staticGzip from 'express-static-gzip';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { openapi } from '../contract/openapi';
import { adminRoutes } from './admin/routes';
import { announcementRoutes } from './announcements/routes';
import { outcomeRoutes } from './outcomes/routes';
import { elsewhereRoutes } from './elsewhere/routes';
import { shownHosts } from './elsewhere/shownHosts';
import { caseRoutes } from './cases/routes';
import { calendarFileRoutes } from './calendar/fileRoutes';
import { calendarRoutes } from './calendar/routes';
import { courseRoutes } from './frame/routes';
import type { TrustProxy } from './config';
import type { Deps } from './feature/deps';
import { discussRoutes } from './discuss/routes';
import { feedEndpoints, feedRoutes } from './feeds/routes';
import { evaluateRoutes } from './evaluate/routes';
import { exchangeRoutes } from './exchange/routes';
import { fileRoutes } from './files/routes';
import { gradebookRoutes } from './gradebook/routes';
import { compressed } from './http/compress';
import { healthRoutes } from './http/health';
import { noSuchRoute, problemHandler } from './http/problemHandler';
import { securityHeaders } from './http/securityHeaders';
import { serving } from './http/serving';
import { requestLog } from './http/requestLog';
import { insightRoutes } from './insight/routes';
import { liveEndpoints, liveRoutes } from './live/routes';
import { mailRoutes } from './mail/routes';
import { myWorkRoutes } from './myWork/routes';
import { noticeRoutes } from './notices/routes';
import { planRoutes } from './plan/routes';
import { reviewFileRoute } from './reviews/fileRoute';
import { reviewRoutes } from './reviews/routes';
import { readMarksRoutes } from './readMarks/routes';
import { searchRoutes } from './search/routes';
import { rosterRoutes } from './roster/routes';
import { demoRoutes, sessionRoutes } from './sessions/routes';
import { moderateRoutes } from './moderate/routes';
import { textInCommonRoutes } from './textInCommon/routes';
import { visitRoutes } from './visits/routes';
import { waitingRoutes } from './waiting/routes';
import { vantageRoutes } from './vantage/routes';

const POLICY = 'Content-Security-Policy';

/**
 * The whole server over its dependencies; listens to nothing yet.
 *
 * @param webFolder the built interface; null serves the API alone
 */
export function createApp(
  deps: Deps,
  options: {
    webFolder: string | null;
    trustProxy?: TrustProxy;
    /** More routes behind the same middleware. */
    more?: (app: Express) => void;
  },
): Express {
  const app = express();
  app.disable('x-powered-by');
  // No answer of the API is kept by a browser, so none needs a name to be asked for again by; files have theirs.
  app.disable('etag');
  if (options.trustProxy !== undefined) app.set('trust proxy', options.trustProxy);
  app.use(
    securityHeaders({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          mediaSrc: ["'self'", 'blob:'],
          fontSrc: ["'self'", 'data:'],
          connectSrc: ["'self'"],
          objectSrc: ["'none'"],
          frameSrc: ["'none'"],
          baseUri: ["'self'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
        },
      },
      strictTransportSecurity: false,
    }),
    (req, res, next) => {
      // Whoever came by HTTPS once comes by HTTPS from then on; without it the header would mean nothing.
      if (req.secure) res.set('Strict-Transport-Security', 'max-age=31536000');
      next();
    },
  );
  healthRoutes(app, deps);
  app.get('/openapi.json', (_req, res) => void res.json(openapi()));
  app.use('/api', requestLog(deps.log), compressed(), (_req, res, next) => {
    res.set({ 'Cache-Control': 'no-store', 'X-Juror-Now': String(deps.clock.now()) });
    next();
  });
  const serve = serving(app, deps);
  sessionRoutes(serve, deps);
  demoRoutes(serve, deps);
  adminRoutes(serve, deps);
  elsewhereRoutes(serve, deps);
  courseRoutes(serve, deps);
  rosterRoutes(app, serve, deps);
  planRoutes(serve, deps);
  discussRoutes(serve, deps);
  readMarksRoutes(serve, deps);
  searchRoutes(serve, deps);
  myWorkRoutes(serve, deps);
  calendarRoutes(serve, deps);
  announcementRoutes(serve, deps);
  feedEndpoints(serve, deps);
  visitRoutes(serve, deps);
  reviewRoutes(serve, deps);
  evaluateRoutes(serve, deps);
  gradebookRoutes(serve, deps);
  outcomeRoutes(serve, deps);
  insightRoutes(serve, deps);
  textInCommonRoutes(serve, deps);
  caseRoutes(app, serve, deps);
  exchangeRoutes(app, serve, deps);
  moderateRoutes(serve, deps);
  waitingRoutes(serve, deps);
  noticeRoutes(serve, deps);
  mailRoutes(serve, deps);
  liveEndpoints(serve, deps);
  liveRoutes(app, deps);
  vantageRoutes(serve, deps);
  fileRoutes(app, deps);
  reviewFileRoute(app, deps);
  calendarFileRoutes(app, deps);
  feedRoutes(app, deps);

  options.more?.(app);
  app.use('/api', noSuchRoute);
  if (options.webFolder !== null && existsSync(options.webFolder)) {
    const folder = options.webFolder;
    // What is built is there compressed as well; its name changes with what is in it.
    const compressedToo = { enableBrotli: true, orderPreference: ['br', 'gz'], index: false };
    app.use(
      '/assets',
      staticGzip(join(folder, 'assets'), {
        ...compressedToo,
        serveStatic: { immutable: true, maxAge: '1y', fallthrough: false },
      }),
    );
    app.use(staticGzip(folder, compressedToo));
    // What programs ask for is never answered with the page for people.
    app.get('/metrics', noSuchRoute);
    app.get('/{*path}', async (_req, res) => {
      const hosts = await shownHosts(deps.db);
      const policy = String(res.getHeader(POLICY));
      // The page may show in frames what stands on these hosts, and is held to the rest of the policy all the same.
      if (hosts.length > 0)
        res.set(POLICY, policy.replace("frame-src 'none'", `frame-src ${hosts.join(' ')}`));
      res.set('Cache-Control', 'no-cache').sendFile(join(folder, 'index.html'), { dotfiles: 'allow' });
    });
  }
  app.use(problemHandler(deps.log));
  return app;
}
