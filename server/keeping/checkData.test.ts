import BetterSqlite3 from 'better-sqlite3';
import { readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { keptCourse } from '../testing/keptCourse';
import { checkData } from './checkData';

const { fresh, attachment, restored, close } = await keptCourse();
afterAll(close);

/** Ines is given a post to review; what follows says whose, which, which version, when, and when it was received. */
const ASSIGNED =
  "INSERT INTO assignment (id, forum_id, reviewer_id, author_id, post_id, post_number, made_at, received_at) VALUES ('a-review', 'floodplain', 'ines',";

describe('the check finds', () => {
  const sql = (statement: string) => (data: string) => {
    const sqlite = new BetterSqlite3(join(data, 'juror.sqlite'));
    sqlite.pragma('foreign_keys = OFF');
    sqlite.exec(statement);
    sqlite.close();
  };
  const harm: readonly (readonly [string, (data: string) => void, RegExp])[] = [
    [
      'bytes of the data file that were written over',
      (data) => {
        const file = join(data, 'juror.sqlite');
        const bytes = readFileSync(file);
        const page = bytes.readUInt16BE(16);
        for (let at = page; at < bytes.length; at += page * 2) bytes.fill(7, at + 8, at + 200);
        writeFileSync(file, bytes);
      },
      /damaged/,
    ],
    ['a data file that was cut off', (data) => truncateSync(join(data, 'juror.sqlite'), 40_000), /damaged/],
    [
      'an empty data file',
      (data) => truncateSync(join(data, 'juror.sqlite'), 0),
      /damaged|step|Step|migration/,
    ],
    [
      'a file of something else',
      (data) => writeFileSync(join(data, 'juror.sqlite'), 'Dear diary'),
      /is no database/,
    ],
    [
      'a post whose author is gone',
      sql("UPDATE post SET author_id = 'nobody' WHERE id = 'bram-1'"),
      /belongs to a person/,
    ],
    ['a missing attachment', (data) => rmSync(join(data, 'files', attachment())), /“deed.txt” is missing/],
    [
      'a truncated attachment',
      (data) => truncateSync(join(data, 'files', attachment()), 5),
      /has 5 bytes instead of 31/,
    ],
    [
      'a changed attachment',
      (data) => writeFileSync(join(data, 'files', attachment()), 'What the miller signed in 1932.'),
      /is not what was uploaded/,
    ],
    [
      'words that were counted up',
      sql("UPDATE revision SET words = 500 WHERE post_id = 'bram-1'"),
      /kept with 500 words and has 3/,
    ],
    [
      'a text that is shown differently from how it was written',
      sql("UPDATE revision SET html = '<p>Nobody.</p>' WHERE post_id = 'bram-1'"),
      /shown differently/,
    ],
    [
      'a text no post can hold',
      sql('UPDATE revision SET doc = \'{"type":"doc","content":[null]}\' WHERE post_id = \'bram-1\''),
      /no post can hold/,
    ],
    [
      'a search index that lags behind',
      sql(
        "INSERT INTO post_search (post_search, rowid, text) SELECT 'delete', id, text FROM post_text WHERE post_id = 'bram-1'",
      ),
      /search index/,
    ],
    [
      'a post found by what it does not say',
      sql("UPDATE post_text SET text = 'mill' WHERE post_id = 'bram-1'"),
      /not found by what it says/,
    ],
    [
      'a post in the wrong thread',
      sql("UPDATE post SET thread_id = 'bram-1' WHERE id = 'bram-1'"),
      /another thread/,
    ],
    [
      'a version that was taken out',
      sql("PRAGMA foreign_keys = OFF; DELETE FROM revision WHERE post_id = 'ines-1' AND number = 1"),
      /not every one/,
    ],
    ['an attachment that was taken off', sql('DELETE FROM attachment'), /another number of attachments/],
    [
      'a decision about a version that is not there',
      sql(
        "INSERT INTO approval (post_id, at, state, \"by\", standing) VALUES ('bram-1', 1, 'approved', 'teodora', 9)",
      ),
      /a version that is not there/,
    ],
    [
      'settings that cannot be read',
      sql(`UPDATE forum SET rules = '{"readers":"everyone"}'`),
      /settings of forum floodplain cannot be read/,
    ],
    [
      'a review of a post by someone else',
      sql(`${ASSIGNED} 'chidi', 'bram-1', 1, 5, NULL)`),
      /Assignment a-review is of a post by someone else/,
    ],
    [
      'a review of a version that is not there',
      sql(`${ASSIGNED} 'bram', 'bram-1', 7, 5, NULL)`),
      /Assignment a-review is of a version of the post that is not there/,
    ],
    [
      'a review that was received and never sent',
      sql(`${ASSIGNED} 'bram', 'bram-1', 1, 5, 9)`),
      /Assignment a-review was received, and no review was sent/,
    ],
    [
      'a review that says something else than was written',
      sql(
        `${ASSIGNED} 'bram', 'bram-1', 1, 5, NULL); INSERT INTO review (assignment_id, number, at, post_number, content, guide, html, words)
          VALUES ('a-review', 1, 6, 1, '{"values":{},"overall":{"type":"doc","content":[]},"passages":[],"files":[]}', NULL, '<p>Mill</p>', 0)`,
      ),
      /Version 1 of the review of assignment a-review is shown differently/,
    ],
    ['a layout step of another Juror', sql("UPDATE migration SET sha256 = 'x' WHERE number = 3"), /Step 3/],
    [
      'a part of the layout that is gone',
      sql('DROP TRIGGER revision_searched'),
      /trigger revision_searched is missing/,
    ],
    [
      'a file that does not belong there',
      (data) => writeFileSync(join(data, 'files', 'notes.txt'), 'x'),
      /does not belong there/,
    ],
  ];
  it.each(harm)('%s', async (_, damage, said) => {
    const data = await restored();
    damage(data);
    expect((await checkData(data)).join('\n')).toMatch(said);
  });
  it('nothing where all is well, and a missing file', async () => {
    expect(await checkData(await restored())).toEqual([]);
    expect(await checkData(fresh('none'))).toEqual([expect.stringContaining('There is no data file')]);
  });
});
