import { readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { sql } from 'kysely';
import { DAY, HOUR } from '../../core/time/instant';
import type { Deps } from '../feature/deps';

/** So long a file may stand nowhere before it is removed: it may be on its way into a post. */
export const KEPT = 7 * DAY;
/** So long what lies in the folder without a row is left alone: it may be on its way into one. */
const UNDER_WAY = HOUR;
const EVERY = 6 * HOUR;

/** The condition on rows of `file` that no text, post, draft, review, recipe, case or score names them, as SQL. */
export const UNNAMED = `NOT EXISTS (SELECT 1 FROM file_use WHERE file_use.file_id = file.id)
      AND NOT EXISTS (SELECT 1 FROM attachment WHERE attachment.file_id = file.id)
      AND NOT EXISTS (SELECT 1 FROM score_file WHERE score_file.file_id = file.id)
      AND NOT EXISTS (SELECT 1 FROM case_attachment WHERE case_attachment.file_id = file.id)
      AND NOT EXISTS (SELECT 1 FROM review_file WHERE review_file.file_id = file.id)
      AND NOT EXISTS (SELECT 1 FROM review_draft WHERE instr(review_draft.content, file.id))
      AND NOT EXISTS (SELECT 1 FROM draft WHERE draft.person_id = file.uploaded_by
        AND (instr(draft.attachments, file.id) OR instr(draft.doc, file.id)))
      AND NOT EXISTS (SELECT 1 FROM forum WHERE forum.course_id = file.course_id
        AND (instr(forum.prompt, file.id) OR instr(forum.rules, file.id) OR instr(ifnull(forum.starter, ''), file.id)))
      AND NOT EXISTS (SELECT 1 FROM recipe WHERE instr(recipe.settings, file.id))`;

/** Files that nothing names, uploaded before an instant. */
async function unnamedBefore(deps: Pick<Deps, 'db'>, before: number): Promise<string[]> {
  const { rows } = await sql<{ id: string }>`
    SELECT id FROM file WHERE at < ${before} AND ${sql.raw(UNNAMED)}`.execute(deps.db);
  return rows.map(({ id }) => id);
}

/**
 * Removes what nobody names: files that stand nowhere a week after they were uploaded, uploads that were cut off, and what lies
 * in the folder without a row.
 *
 * @param everything also what was laid down just now: at a start nothing is under way
 * @returns how many files were removed from the folder
 */
export async function removeUnnamed(
  deps: Pick<Deps, 'db' | 'clock' | 'dataFolder'>,
  everything = false,
): Promise<number> {
  for (const id of await unnamedBefore(deps, deps.clock.now() - KEPT))
    await deps.db.deleteFrom('file').where('id', '=', id).execute();
  const folder = join(deps.dataFolder, 'files');
  let removed = 0;
  for (const name of await readdir(folder)) {
    if (!/^(upload-.*|[0-9a-f]{64})$/.test(name)) continue;
    const path = join(folder, name);
    const { mtimeMs } = await stat(path);
    const isOld = deps.clock.wall() - mtimeMs > UNDER_WAY;
    if (name.startsWith('upload-') ? !everything && !isOld : !isOld) continue;
    const row = await deps.db.selectFrom('file').select('id').where('sha256', '=', name).executeTakeFirst();
    if (row) continue;
    await rm(path, { force: true });
    removed++;
  }
  return removed;
}

/** Removes what nobody names, now and every few hours, beside the requests. */
export function keepFilesTidy(deps: Deps): void {
  const look = (everything: boolean) =>
    removeUnnamed(deps, everything).then(
      (removed) => removed > 0 && deps.log.info({ removed }, 'files that nobody names were removed'),
      (error: unknown) => deps.log.error({ err: error }, 'files that nobody names could not be removed'),
    );
  void look(true);
  setInterval(() => void look(false), EVERY).unref();
}
