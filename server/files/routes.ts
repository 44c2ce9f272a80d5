import { createHash, randomUUID } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { open, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Express } from 'express';
import { fileTypeFromFile } from 'file-type';
import { imageSizeFromFile } from 'image-size/fromFile';
import multer from 'multer';
import { id as idSchema } from '../../contract/basics';
import { fileContent } from '../../contract/fileRoutes';
import { kindOfFile } from '../../contract/files';
import { courseFor } from '../course/setup/inCourse';
import type { InCourse } from '../course/setup/inCourse';
import type { Deps } from '../feature/deps';
import { notFound, Problem, wrongField } from '../refusals/problem';
import { mayFetch } from './mayFetch';
import { sendStored } from './sendStored';
import { refuseBeyondQuota } from '../course/files/quota';
import { checkWriteToken, signedIn } from '../sessions/sessions';

/** Uploads of one person at once. */
const AT_ONCE = 4;
/** How many uploads each person has under way. */
const uploading = new Map<string, number>();

const LARGEST = 100 * 1000 * 1000;

async function hashOf(path: string): Promise<string> {
  const hash = createHash('sha256');
  for await (const chunk of createReadStream(path)) hash.update(chunk as Buffer);
  return hash.digest('hex');
}

/** Puts an uploaded file under the name of its SHA-256, whole or not at all, and makes sure it is on the disk. */
async function keepFile(dataFolder: string, uploaded: string): Promise<string> {
  const sha256 = await hashOf(uploaded);
  const handle = await open(uploaded, 'r+');
  await handle.sync();
  await handle.close();
  await rename(uploaded, join(dataFolder, 'files', sha256));
  return sha256;
}

/** How much of a file is looked at to tell what it is. */
const HEAD = 65_536;

async function headOf(path: string): Promise<Buffer> {
  const handle = await open(path, 'r');
  const { buffer, bytesRead } = await handle.read(Buffer.alloc(HEAD), 0, HEAD, 0);
  await handle.close();
  return buffer.subarray(0, bytesRead);
}

/** Where the tracks of a WebM file end and its sound and pictures begin, in which any bytes may occur. */
const FIRST_CLUSTER = Buffer.from([0x1f, 0x43, 0xb6, 0x75]);

/** Whether what comes in the container of a video holds sound alone, by the tracks it names. */
function isSoundAlone(mime: string, start: Buffer): boolean {
  if (mime === 'video/mp4') return start.includes('soun') && !start.includes('vide');
  if (mime !== 'video/webm' && mime !== 'video/matroska') return false;
  const end = start.indexOf(FIRST_CLUSTER);
  const tracks = end < 0 ? start : start.subarray(0, end);
  return tracks.includes('A_') && !tracks.includes('V_');
}

/** The type of a file by its content, never by its name; plain text is what is valid UTF-8 without a zero byte. */
async function typeOf(path: string): Promise<string | null> {
  const found = await fileTypeFromFile(path);
  const start = await headOf(path);
  if (found) {
    // A recording of sound alone comes in the container of a video.
    if (!isSoundAlone(found.mime, start)) return found.mime;
    return found.mime === 'video/mp4' ? 'audio/mp4' : 'audio/webm';
  }
  if (start.includes(0)) return null;
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(start, { stream: true });
    return /^\s*<(!doctype|html|svg|\?xml|script)/i.test(start.toString('utf8')) ? null : 'text/plain';
  } catch {
    return null;
  }
}

/** The widest and highest image taken, and the most points in all, so that no browser chokes on one. */
const LONGEST_SIDE = 12_000;
const MOST_POINTS = 50_000_000;

/** Refuses an image whose dimensions cannot be read or are beyond reason, whatever its size as a file. */
async function refuseAbsurdImage(path: string): Promise<void> {
  const { width, height } = await imageSizeFromFile(path).catch(() => ({ width: 0, height: 0 }));
  if (width > 0 && height > 0 && Math.max(width, height) <= LONGEST_SIDE && width * height <= MOST_POINTS)
    return;
  throw wrongField(
    'file',
    width > 0 && height > 0
      ? `The image is ${width} by ${height} points; scale it down to at most ${LONGEST_SIDE.toLocaleString('en-GB')} a side and ${MOST_POINTS / 1_000_000} million in all.`
      : 'This image cannot be read; save it again as PNG or JPEG.',
  );
}

/** How long a recording is, as the browser that made it says; null where it says nothing sensible. */
function secondsOf(said: unknown, type: string): number | null {
  const kind = kindOfFile(type);
  const seconds = Number(said);
  return (kind === 'audio' || kind === 'video') && seconds > 0 && seconds < 86_400 ? seconds : null;
}

/** Files in prompts and posts: images, sound, video, documents. */
export function fileRoutes(app: Express, deps: Deps): void {
  const upload = multer({
    storage: multer.diskStorage({
      destination: join(deps.dataFolder, 'files'),
      filename: (_req, _file, done) => done(null, `upload-${randomUUID()}`),
    }),
    limits: { fileSize: LARGEST, files: 1, fields: 3 },
  });

  app.post(
    '/api/courses/:course/files',
    async (req, res, next) => {
      const session = await signedIn(deps, req);
      checkWriteToken(session, req);
      await deps.countWrite(req, res, session.personId);
      const course = await courseFor(deps, session, String(req.params.course), 'member');
      res.locals.course = course;
      // What is announced as too much is not received at all.
      await refuseBeyondQuota(deps.db, course, Number(req.headers['content-length'] ?? 0));
      const under = uploading.get(session.personId) ?? 0;
      if (under >= AT_ONCE)
        throw new Problem(
          429,
          'uploads',
          `You are uploading ${under} files already; wait until one of them has arrived.`,
        );
      uploading.set(session.personId, under + 1);
      res.once('close', () => {
        const left = (uploading.get(session.personId) ?? 1) - 1;
        if (left > 0) uploading.set(session.personId, left);
        else uploading.delete(session.personId);
      });
      next();
    },
    upload.single('file'),
    async (req, res) => {
      const course = res.locals.course as InCourse;
      const { file } = req;
      try {
        const fileId = idSchema.safeParse((req.body as { id?: unknown }).id);
        if (!fileId.success)
          throw wrongField('id', 'Send an id of 4 to 40 letters and digits with the file.');
        if (!file || file.size === 0) throw wrongField('file', 'Choose a file that is not empty.');
        const type = await typeOf(file.path);
        if (type === null || kindOfFile(type) === null) {
          const message =
            'Juror takes images (PNG, JPEG, GIF, WebP, AVIF), sound, video, PDF, office documents and plain text.';
          throw new Problem(415, 'notTaken', `This kind of file is not taken. ${message}`, [
            { field: 'file', message },
          ]);
        }
        if (kindOfFile(type) === 'image') await refuseAbsurdImage(file.path);
        const known = await deps.db
          .selectFrom('file')
          .selectAll()
          .where('id', '=', fileId.data)
          .executeTakeFirst();
        if (known && known.uploaded_by !== course.person.id)
          throw new Problem(409, 'idTaken', 'This id belongs to another file.');
        const room = await refuseBeyondQuota(deps.db, course, known ? 0 : file.size);
        const name = Buffer.from(file.originalname, 'latin1').toString('utf8').slice(0, 200);
        if (!known) {
          const sha256 = await keepFile(deps.dataFolder, file.path);
          await deps.db
            .insertInto('file')
            .values({
              id: fileId.data,
              course_id: course.setup.id,
              uploaded_by: course.person.id,
              sha256,
              type,
              size: file.size,
              name,
              at: deps.clock.now(),
              seconds: secondsOf((req.body as { seconds?: unknown }).seconds, type),
            })
            .execute();
        }
        res.json({
          id: fileId.data,
          address: `/api/files/${fileId.data}`,
          name,
          type,
          size: file.size,
          kind: kindOfFile(type),
          room,
        });
      } finally {
        if (file) await rm(file.path, { force: true });
      }
    },
  );

  app.get(fileContent.path, async (req, res) => {
    const session = await signedIn(deps, req);
    const file = await deps.db
      .selectFrom('file')
      .selectAll()
      .where('id', '=', String(req.params.file))
      .executeTakeFirst();
    if (!file) throw notFound();
    const course = await courseFor(deps, session, file.course_id, 'member');
    if (!(await mayFetch(deps, course, file))) throw notFound();
    await sendStored(deps, res, file);
  });
}
