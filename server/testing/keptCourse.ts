import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { makeBackup } from '../keeping/makeBackup';
import { restoreBackup } from '../keeping/restoreBackup';
import { settings, withForum } from './testServer';

/** A course with a post in two versions, an answer and an attachment, and folders to keep it in. */
export async function keptCourse() {
  const work = mkdtempSync(join(tmpdir(), 'juror-keeping-'));
  const { allowed } = settings().rules;
  const c = await withForum({ allowed: { ...allowed, attach: true }, seal: null, hold: 'none' });
  const folder = c.server.dataFolder;
  const { now } = c.server;
  await c.ines.upload('deed-1', Buffer.from('What the miller signed in 1931.'), 'deed.txt').expect(200);
  await c.write(c.ines, 'ines-1', 8).expect(200);
  await c.bram
    .send('post', '/api/courses/rivers/forums/floodplain/posts', {
      id: 'bram-1',
      parentId: 'ines-1',
      doc: {
        type: 'doc',
        content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Who says so?' }] }],
      },
      starter: false,
      draft: null,
    })
    .expect(200);
  await c.ines
    .send('patch', '/api/courses/rivers/forums/floodplain/posts/ines-1', {
      version: 1,
      doc: {
        type: 'doc',
        content: [{ type: 'paragraph', content: [{ type: 'text', text: 'The deed says so.' }] }],
      },
      attachments: [{ id: 'deed-1', alt: '' }],
    })
    .expect(200);
  let n = 0;
  /** A path nothing stands at yet. */
  const fresh = (name: string) => join(work, `${name}-${n++}`);
  return {
    c,
    work,
    folder,
    now,
    fresh,
    /** The name of the attachment’s file. */
    attachment: () => readdirSync(join(folder, 'files')).find((name) => /^[0-9a-f]{64}$/.test(name))!,
    /** A data folder of its own, as the backup left it. */
    restored: async (): Promise<string> => {
      const file = fresh('made');
      await makeBackup(folder, file, now);
      const to = fresh('data');
      await restoreBackup(file, to, false, now);
      return to;
    },
    close: async () => {
      await c.server.close();
      rmSync(work, { recursive: true, force: true });
    },
  };
}
