import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { mkdir, open, rename, rm, stat } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { Transform, Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import { extract, pack } from 'tar-stream';
import { z } from 'zod';

/** What an archive says of itself, as its last part: what it holds, and how each part is told to be whole. */
export const manifest = z.object({
  format: z.literal('juror-backup'),
  version: z.literal(1),
  /** UTC ms. */
  madeAt: z.int(),
  /** How many steps of the data's layout were done. */
  layout: z.int(),
  entries: z.array(z.object({ path: z.string(), size: z.int(), sha256: z.string() })),
});
export type Manifest = z.infer<typeof manifest>;

const MANIFEST = 'manifest.json';
/** All that an archive may hold; nothing else is ever written by reading one. */
const KNOWN = /^(juror\.sqlite|files\/[0-9a-f]{64}|outbox\/[\w-]+\.eml)$/;
/** A manifest of so many bytes names a million files. */
const LONGEST_MANIFEST = 200_000_000;

/** A file, and where it stands in the archive. */
export interface Source {
  readonly path: string;
  readonly file: string;
}

/** Tells the size and the digest of what goes through. */
function measure(): { through: Transform; size: () => number; sha256: () => string } {
  const hash = createHash('sha256');
  let size = 0;
  const through = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      hash.update(chunk);
      size += chunk.length;
      done(null, chunk);
    },
  });
  return { through, size: () => size, sha256: () => hash.digest('hex') };
}

async function toDisk(path: string): Promise<void> {
  const handle = await open(path, 'r');
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}

/**
 * Writes files and a manifest of their digests into one archive: tar, compressed with gzip. It is whole or not there.
 *
 * @throws where something cannot be read or written; nothing is left then
 */
export async function writeArchive(
  to: string,
  sources: readonly Source[],
  about: { readonly madeAt: number; readonly layout: number },
): Promise<Manifest> {
  const archive = pack();
  const written = pipeline(archive, createGzip({ level: 1 }), createWriteStream(to, { mode: 0o600 }));
  const entries: Manifest['entries'] = [];
  try {
    const fill = async () => {
      for (const { path, file } of sources) {
        const { size } = await stat(file);
        const measured = measure();
        if (size === 0) archive.entry({ name: path }, '');
        else
          await pipeline(
            createReadStream(file, { end: size - 1 }),
            measured.through,
            archive.entry({ name: path, size }),
          );
        entries.push({ path, size, sha256: measured.sha256() });
      }
      const said: Manifest = { format: 'juror-backup', version: 1, ...about, entries };
      archive.entry({ name: MANIFEST }, JSON.stringify(said));
      archive.finalize();
      return said;
    };
    const [said] = await Promise.all([fill(), written]);
    await toDisk(to);
    return said;
  } catch (error) {
    archive.destroy();
    await written.catch(() => undefined);
    await rm(to, { force: true });
    throw error;
  }
}

/** Puts a finished file in its place, and makes sure that its name is on the disk. */
export async function putInPlace(from: string, to: string): Promise<void> {
  await rename(from, to);
  await toDisk(dirname(to));
}

const damaged = (file: string, why: string, cause?: unknown) =>
  new Error(`The backup ${file} cannot be used: ${why}. Use another one.`, { cause });

/**
 * Reads an archive from beginning to end, and holds each part against what the manifest says of it.
 *
 * @param into the folder its parts are written to, those that `wants` says; null writes nothing
 * @throws Error with a sentence where the archive is damaged, cut off, or no backup of Juror
 */
export async function readArchive(
  file: string,
  into: string | null,
  wants: (path: string) => boolean = () => true,
): Promise<Manifest> {
  const seen = new Map<string, { size: number; sha256: string }>();
  let said: Manifest | null = null;
  const archive = extract();
  const arrived = pipeline(createReadStream(file), createGunzip(), archive);
  arrived.catch(() => undefined);
  try {
    for await (const entry of archive) {
      const { name } = entry.header;
      if (name === MANIFEST) {
        const parts: Buffer[] = [];
        let length = 0;
        for await (const part of entry as AsyncIterable<Buffer>) {
          length += part.length;
          if (length > LONGEST_MANIFEST) throw damaged(file, 'its manifest is too long');
          parts.push(part);
        }
        said = manifest.parse(JSON.parse(Buffer.concat(parts).toString('utf8')));
        continue;
      }
      if (!KNOWN.test(name) || entry.header.type !== 'file' || seen.has(name))
        throw damaged(file, `it holds "${name.slice(0, 100)}", which is not part of a Juror backup`);
      const measured = measure();
      const to = into !== null && wants(name) ? join(into, name) : null;
      if (to !== null) await mkdir(dirname(to), { recursive: true });
      await pipeline(
        entry,
        measured.through,
        to === null ? nowhere() : createWriteStream(to, { mode: 0o600 }),
      );
      if (to !== null) await toDisk(to);
      seen.set(name, { size: measured.size(), sha256: measured.sha256() });
    }
    await arrived;
  } catch (error) {
    if (error instanceof Error && error.message.startsWith('The backup ')) throw error;
    const { code } = error as NodeJS.ErrnoException;
    if (code === 'ENOENT') throw new Error(`There is no file ${file}.`, { cause: error });
    if (code === 'ENOSPC' || code === 'EACCES') throw error;
    throw damaged(file, 'it is damaged, cut off, or not a Juror backup', error);
  }
  if (said === null) throw damaged(file, 'it is cut off: its manifest is missing');
  for (const { path, size, sha256 } of said.entries) {
    const there = seen.get(path);
    if (there?.size !== size || there.sha256 !== sha256)
      throw damaged(file, `${path} in it is not what was written`);
  }
  if (seen.size !== said.entries.length) throw damaged(file, 'it holds more than its manifest says');
  return said;
}

const nowhere = () => new Writable({ write: (_chunk, _encoding, done) => done() });
