import { changeCourse } from '../course/change/changeCourse';
import type { Express, Request } from 'express';
import { basename } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { courseFileSchema } from '../../contract/courseFile';
import { courseJson, gradebookCsv, oneRosterZip, type FileRoute } from '../../contract/fileRoutes';
import { readGradebookFile as readFileEndpoint } from '../../contract/gradebookFile';
import { readOneRoster as readOneRosterEndpoint } from '../../contract/oneRoster';
import { courseFor, type InCourse } from '../course/setup/inCourse';
import { recordExport } from '../course/record/recordReading';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { signedIn } from '../sessions/sessions';
import { courseFileText } from './courseFile';
import { gradebookFile } from './gradebookFile';
import { readOneRoster } from './oneRosterIn';
import { oneRosterArchive } from './oneRosterOut';
import { readGradebookFile } from './readGradebookFile';

/** A course's code as a file name begins with it. */
const codeOf = (code: string) => code.replace(/[^A-Za-z0-9]+/g, '-');

/** Files that come and go: the gradebook as CSV, a course as OneRoster files, and everything in it as JSON. */
export function exchangeRoutes(app: Express, serve: Serve, deps: Deps): void {
  const { db } = deps;

  /** Serves a file of a course to those of its staff whom it is for. */
  const file = (
    { path, type }: FileRoute,
    who: 'staff' | 'instructor',
    make: (course: InCourse) => Promise<string | Uint8Array>,
  ) =>
    app.get(path, async (req: Request, res) => {
      const session = await signedIn(deps, req);
      const course = await courseFor(deps, session, String(req.params.course), who);
      const made = await make(course);
      await recordExport(deps, course, path);
      res
        .set('Content-Disposition', `attachment; filename="${codeOf(course.setup.code)}-${basename(path)}"`)
        .type(type)
        .send(typeof made === 'string' ? made : Buffer.from(made));
    });

  file(gradebookCsv, 'staff', (course) => gradebookFile(db, course, deps.clock.now()));
  file(oneRosterZip, 'instructor', (course) => oneRosterArchive(db, course));

  app.get('/api/course-file.schema.json', (_req, res) => void res.json(courseFileSchema()));

  app.get(courseJson.path, async (req: Request, res) => {
    const session = await signedIn(deps, req);
    const course = await courseFor(deps, session, String(req.params.course), 'instructor');
    const { setup } = course;
    await recordExport(deps, course, courseJson.path);
    res
      .set('Content-Disposition', `attachment; filename="${codeOf(setup.code)}-course.json"`)
      .type(courseJson.type);
    await pipeline(Readable.from(courseFileText(db, setup.id, deps.clock.now())), res);
  });

  serve(readFileEndpoint, ({ course, body }) => readGradebookFile(db, course, body.text));

  serve(readOneRosterEndpoint, async ({ course, body, now }) => {
    return changeCourse(deps, course, now, async (change) => {
      const read = await readOneRoster(change, course, body);
      if (body.confirm && read.findingCount === 0) {
        change.concerns([...course.setup.students.keys()]);
        return read;
      }
      change.takeBack();
      return { ...read, written: false };
    });
  });
}
