import type { ErrorRequestHandler, RequestHandler, Response } from 'express';
import { MulterError } from 'multer';
import type { Logger } from 'pino';
import type { Problem as ProblemBody } from '../../contract/problem';
import { notFound, Problem } from '../refusals/problem';
import { routeOf } from './requestLog';

const TITLES: Record<number, string> = {
  400: 'Not readable',
  401: 'Sign in first',
  403: 'Not now',
  404: 'Not found',
  409: 'Saved by someone else',
  410: 'No longer there',
  413: 'Too large',
  415: 'Not a kind of file Juror takes',
  422: 'Something needs correcting',
  429: 'Too many attempts',
  503: 'Not possible right now',
  507: 'No room left',
};

function send(res: Response, problem: Problem): void {
  const body: ProblemBody = {
    type: `urn:juror:${problem.code}`,
    title: TITLES[problem.status] ?? 'Something went wrong',
    status: problem.status,
    code: problem.code,
    detail: problem.message,
    ...(problem.errors && { errors: problem.errors }),
    ...(problem.current !== undefined && { current: problem.current }),
  };
  if (problem.headers) res.set(problem.headers);
  res.status(problem.status).type('application/problem+json').send(JSON.stringify(body));
}

/** What the data or the disk refuse, as the person is told, and what whoever runs Juror has to do. */
function dataProblem(error: unknown): { problem: Problem; remedy: string } | null {
  const code = String((error as { code?: unknown } | null)?.code ?? '');
  if (code === 'SQLITE_FULL' || code === 'ENOSPC' || code === 'EDQUOT')
    return {
      problem: new Problem(
        507,
        'diskFull',
        'There is no room left on the server, so this could not be saved. It stays in your browser; try again later.',
      ),
      remedy: 'The disk of the data folder is full. Make room on it; nothing has to be restarted.',
    };
  if (/^SQLITE_(BUSY|LOCKED)/.test(code))
    return {
      problem: new Problem(
        503,
        'busy',
        'The server is busy with its data, so this could not be saved. It stays in your browser; try again in a moment.',
        undefined,
        undefined,
        { 'Retry-After': '5' },
      ),
      remedy: 'Another program has the data file locked. Stop it; only Juror may have it open for writing.',
    };
  if (/^SQLITE_(CORRUPT|NOTADB|IOERR|CANTOPEN|READONLY)/.test(code) || code === 'EIO' || code === 'EROFS')
    return {
      problem: new Problem(
        503,
        'data',
        'The server cannot reach its data, so this could not be done. What you typed stays in your browser.',
      ),
      remedy:
        'The data file cannot be read or written. Look at its disk, and restore a backup where it is damaged.',
    };
  return null;
}

function asProblem(error: unknown): Problem | null {
  if (error instanceof Problem) return error;
  if (error instanceof MulterError) {
    return error.code === 'LIMIT_FILE_SIZE'
      ? new Problem(413, 'tooLarge', 'The file is too large: at most 100 MB.', [
          { field: 'file', message: 'At most 100 MB.' },
        ])
      : new Problem(422, 'fields', 'The upload could not be read; send one file in the field "file".');
  }
  const { type, status } = error as { type?: string; status?: number };
  if (type === 'entity.too.large')
    return new Problem(413, 'tooLarge', 'This is too long to be sent: at most about 500,000 characters.');
  if (type === 'entity.parse.failed') return new Problem(400, 'notJson', 'The request is not readable JSON.');
  if (error instanceof URIError) return new Problem(400, 'address', 'The address is not readable.');
  if (status !== undefined && status >= 400 && status < 500)
    return new Problem(status, 'request', 'The request is not readable.');
  return null;
}

/** Turns whatever was thrown into problem+json; what was not foreseen is logged and told without detail. */
export function problemHandler(log: Logger): ErrorRequestHandler {
  return (error: unknown, req, res, next) => {
    if (res.headersSent) return next(error);
    const data = dataProblem(error);
    if (data !== null) log.error({ err: error, route: routeOf(req) }, data.remedy);
    const problem = data?.problem ?? asProblem(error);
    if (problem === null)
      log.error({ err: error, route: routeOf(req), method: req.method }, 'unforeseen error');
    send(
      res,
      problem ??
        new Problem(
          500,
          'unforeseen',
          'Something went wrong on the server. Nothing you typed is lost; try again.',
        ),
    );
  };
}

/** The last route under /api. */
export const noSuchRoute: RequestHandler = (_req, _res, next) => next(notFound());
