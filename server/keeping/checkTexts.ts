import { defineFunctions } from '../db/functions';
import type BetterSqlite3 from 'better-sqlite3';
import type { z } from 'zod';
import { decisions } from '../../contract/evaluate';
import { forumRules } from '../../contract/forumSettings';
import { postText, richText } from '../../contract/richText';
import { mentionsIn, quotationsIn } from '../../core/text/quotation';
import type { RichNode } from '../../core/text/richText';
import { storedText, toHtml } from '../text/toHtml';
import { told, type Finding } from './finding';

/** What a stored JSON says; undefined where it is none, or says what it may not. */
function read<T>(schema: z.ZodType<T>, json: string): T | undefined {
  try {
    return schema.safeParse(JSON.parse(json)).data;
  } catch {
    return undefined;
  }
}

interface RevisionRow {
  readonly id: string;
  readonly number: number;
  readonly doc: string;
  readonly html: string;
  readonly text: string;
  readonly words: number;
}

/** What is wrong with a version, by its text alone; null for nothing. */
function whyNot({ doc, html, text, words }: RevisionRow): string | null {
  const node = read(postText, doc) as RichNode | undefined;
  if (node === undefined) return 'holds a text that no post can hold';
  const ought = storedText(node);
  if (ought.words !== words) return `is kept with ${words} words and has ${ought.words}`;
  if (ought.text !== text) return 'is found by words it does not hold';
  return ought.html === html ? null : 'is shown differently from how it was written';
}

function checkRevisions(sqlite: BetterSqlite3.Database): Finding[] {
  const findings: Finding[] = [];
  const rows = sqlite.prepare('SELECT post_id AS id, number, doc, html, text, words FROM revision').iterate();
  for (const row of rows as IterableIterator<RevisionRow>) {
    const why = whyNot(row);
    if (why !== null) findings.push(`Version ${row.number} of post ${row.id} ${why}.`);
  }
  return told(findings, 'versions');
}

/** Whether what is found of each post is the version that everyone reads. (rules §4) */
function checkFound(sqlite: BetterSqlite3.Database): Finding[] {
  defineFunctions(sqlite);
  const ids = sqlite
    .prepare(
      `SELECT post.id FROM post LEFT JOIN post_text ON post_text.post_id = post.id
         LEFT JOIN revision ON revision.post_id = post.id AND revision.number = coalesce(
           (SELECT CASE WHEN state <> 'approved' THEN standing END FROM approval WHERE approval.post_id = post.id
              ORDER BY at DESC, rowid DESC LIMIT 1),
           (SELECT max(number) FROM revision AS newest WHERE newest.post_id = post.id))
         WHERE post_text.text IS NOT searchable(revision.text)`,
    )
    .pluck()
    .all() as string[];
  return told(
    ids.map((id) => `Post ${id} is not found by what it says.`),
    'posts',
  );
}

/** Whether what is kept of whom a text names and what it quotes is what stands in it. */
function checkNamed(sqlite: BetterSqlite3.Database): Finding[] {
  const findings: Finding[] = [];
  const quotes = sqlite.prepare(
    'SELECT source_id AS sourceId, source_number AS version FROM quote WHERE post_id = ? AND number = ? ORDER BY position',
  );
  const isMentioned = sqlite.prepare('SELECT 1 FROM mention WHERE post_id = ? AND person_id = ?');
  const first = sqlite.prepare(
    'SELECT post_id AS id, number, doc FROM revision WHERE instr(doc, \'"quotation"\') OR (number = 1 AND instr(doc, \'"mention"\'))',
  );
  for (const { id, number, doc } of first.iterate() as IterableIterator<RevisionRow>) {
    const node = read(postText, doc) as RichNode | undefined;
    if (node === undefined) continue;
    const ought = quotationsIn(node).map(({ sourceId, version }) => ({ sourceId, version }));
    if (JSON.stringify(quotes.all(id, number)) !== JSON.stringify(ought))
      findings.push(`Version ${number} of post ${id} quotes something else than is kept of it.`);
    if (number === 1 && mentionsIn(node).some((person) => isMentioned.get(id, person) === undefined))
      findings.push(`Post ${id} names someone, and that is not kept.`);
  }
  return told(findings, 'posts');
}

/** Whether what is kept as JSON can be read. */
function checkSettings(sqlite: BetterSqlite3.Database): Finding[] {
  const findings: Finding[] = [];
  const forums = sqlite.prepare('SELECT id, rules, prompt, prompt_html AS html FROM forum').all() as {
    id: string;
    rules: string;
    prompt: string;
    html: string;
  }[];
  for (const { id, rules, prompt, html } of forums) {
    if (read(forumRules, rules) === undefined) findings.push(`The settings of forum ${id} cannot be read.`);
    const node = read(richText, prompt) as RichNode | undefined;
    if (node === undefined) findings.push(`The prompt of forum ${id} cannot be read.`);
    else if (toHtml(node) !== html)
      findings.push(`The prompt of forum ${id} is shown differently from how it was written.`);
  }
  const scores = sqlite.prepare('SELECT item_id, student_id, decisions FROM score').iterate();
  for (const row of scores as IterableIterator<{ item_id: string; student_id: string; decisions: string }>)
    if (read(decisions, row.decisions) === undefined)
      findings.push(`What the score of ${row.student_id} in ${row.item_id} was made of cannot be read.`);
  return told(findings, 'settings');
}

/** Whether everything that is worked out from texts is what this Juror makes of them, and every setting can be read. */
export function checkTexts(sqlite: BetterSqlite3.Database): Finding[] {
  return [...checkRevisions(sqlite), ...checkFound(sqlite), ...checkNamed(sqlite), ...checkSettings(sqlite)];
}
