import { changeCourse, type Change } from '../course/change/changeCourse';
import { filesIn } from '../../contract/richText';
import type { ForumSettings } from '../../contract/forumSettings';
import type { ForumForEdit } from '../../contract/plan';
import type { InCourse } from '../course/setup/inCourse';
import type { Deps } from '../feature/deps';
import { attachFiles } from '../course/files/fileUse';
import { conflict, Problem } from '../refusals/problem';
import { feedItem } from './feedItem';
import { giveAnew, movesOf } from '../evaluate/rehearsal';
import { isGivenAnew } from '../../core/scoring/rehearse';
import { columnsOf, forumForEdit, forumRow, recordedState } from '../course/forums/forumRow';
import { postStarter } from './postStarter';
import { recordForum } from '../course/forums/recordForum';
import { refuseStrangeReferences } from '../course/forums/strangeReferences';
import { refuseBelowGiven, refuseErrors, refuseWhatPostsForbid, warnOfSeal } from './refusals';

/** A change of a forum's settings. */
export interface ForumChange {
  readonly version: number;
  readonly settings: ForumSettings;
  readonly publish: boolean;
  readonly confirmed: boolean;
  readonly scores?: { readonly give: 'stay' | 'anew'; readonly overrides: boolean } | undefined;
}

/** Makes a forum, or changes its settings; the same request sent twice is one change. */
export function saveForum(
  deps: Deps,
  course: InCourse,
  forumId: string,
  asked: ForumChange,
  now: number,
): Promise<ForumForEdit> {
  return changeCourse(deps, course, now, (change) => writeForum(change, course, forumId, asked));
}

/** Writes a forum's settings; given scores move with them as is asked. */
export async function writeForum(
  change: Change,
  course: InCourse,
  forumId: string,
  asked: ForumChange,
): Promise<ForumForEdit> {
  const { trx, now } = change;
  const { setup } = course;
  const { settings } = asked;
  refuseStrangeReferences(setup, forumId, settings);
  const columns = columnsOf(settings);
  const before = await trx.selectFrom('forum').selectAll().where('id', '=', forumId).executeTakeFirst();
  if (before && (before.course_id !== setup.id || before.removed_at !== null))
    throw new Problem(409, 'idTaken', 'This id belongs to another forum.');
  const status = asked.publish ? 'published' : (before?.status ?? 'draft');
  const edited = before ? await forumForEdit(trx, setup.id, forumId) : null;
  const isSame =
    before &&
    before.status === status &&
    (settings.itemId === null || settings.itemId === edited!.settings.itemId) &&
    Object.entries(columns).every(([name, value]) => before[name as keyof typeof before] === value);
  if (isSame) return edited!;
  if ((before?.version ?? 0) !== asked.version) {
    throw conflict(
      before
        ? 'Someone else has saved this forum since you opened it. Your settings are still here; look at theirs before you save.'
        : 'This forum no longer exists.',
      edited,
    );
  }
  refuseErrors(course, forumId, settings, status === 'published', now);
  await refuseWhatPostsForbid(trx, edited, settings, now);
  if (before?.status === 'published' && !asked.confirmed)
    await warnOfSeal(trx, setup, forumId, settings, now);
  if (edited && hasOtherRules(edited.settings, settings))
    await moveScores(change, course, forumId, settings, asked.scores);
  await refuseBelowGiven(trx, forumId, settings);
  if (before) {
    await trx
      .updateTable('forum')
      .set({ ...columns, status, version: before.version + 1 })
      .where('id', '=', forumId)
      .execute();
  } else {
    const { last } = await trx
      .selectFrom('forum')
      .select((eb) => eb.fn.max('position').as('last'))
      .where('course_id', '=', setup.id)
      .executeTakeFirstOrThrow();
    await trx
      .insertInto('forum')
      .values({
        id: forumId,
        course_id: setup.id,
        position: (last ?? -1) + 1,
        status,
        version: 1,
        created_at: now,
        ...columns,
      })
      .execute();
  }
  const files = new Set([
    ...filesIn(settings.prompt),
    ...(settings.starter === null ? [] : filesIn(settings.starter)),
    ...settings.rules.questions.flatMap(({ text }) => filesIn(text)),
  ]);
  await attachFiles(trx, course, [...files], { forumId, postId: null });
  await feedItem(change, course, forumId, settings);
  await postStarter(trx, course, await forumRow(trx, setup.id, forumId), now);
  await recordForum(
    change,
    course,
    forumId,
    before ? 'forum.saved' : 'forum.made',
    before ? recordedState(before) : null,
  );
  return forumForEdit(trx, setup.id, forumId);
}

/** Whether anything changed that scores are worked out from. */
function hasOtherRules(before: ForumSettings, after: ForumSettings): boolean {
  const rules = ({ rules }: ForumSettings) =>
    JSON.stringify([rules.evaluation, rules.required, rules.graceMinutes, rules.schedule, rules.ownTerms]);
  return after.rules.evaluation !== null && rules(before) !== rules(after);
}

/** Gives anew what the changed rules move, or leaves it; where it is not said which, asks first. */
async function moveScores(
  change: Change,
  course: InCourse,
  forumId: string,
  settings: ForumSettings,
  scores: ForumChange['scores'],
): Promise<void> {
  const { trx, now } = change;
  if (scores?.give === 'stay') return;
  const moves = await movesOf(trx, course, forumId, settings, now);
  if (scores !== undefined) return giveAnew(change, course, forumId, settings, moves, scores.overrides);
  const given = moves.filter(({ move }) => move.stands === 'given');
  const count = (overridesToo: boolean) => given.filter(({ move }) => isGivenAnew(move, overridesToo)).length;
  if (count(true) === 0) return;
  throw new Problem(
    409,
    'scoresMove',
    'Scores have been given by the previous rules. Say whether they stay as they are or are given again.',
    undefined,
    { moves: count(false), overridden: count(true) - count(false), left: given.length - count(true) },
  );
}

/** Publishes, takes back to draft (not once there are posts), freezes or unfreezes. */
export async function setForumStatus(
  deps: Deps,
  course: InCourse,
  forumId: string,
  asked: { version: number; to: 'published' | 'draft' | 'frozen' | 'unfrozen' },
  now: number,
): Promise<ForumForEdit> {
  const { setup } = course;
  const saved = await changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    const before = await forumRow(trx, setup.id, forumId);
    const edited = await forumForEdit(trx, setup.id, forumId);
    if (before.version !== asked.version)
      throw conflict('Someone else has changed this forum since you opened it.', edited);
    if (asked.to === 'published') refuseErrors(course, forumId, edited.settings, true, now);
    if (asked.to === 'draft' && edited.posts > 0) {
      throw new Problem(
        409,
        'hasPosts',
        'Students have posted here, so the forum cannot become a draft again. Freeze it instead: it stays readable and nobody can write.',
      );
    }
    const columns =
      asked.to === 'published' || asked.to === 'draft'
        ? { status: asked.to }
        : { frozen: asked.to === 'frozen' ? 1 : 0 };
    await trx
      .updateTable('forum')
      .set({ ...columns, version: before.version + 1 })
      .where('id', '=', forumId)
      .execute();
    await postStarter(trx, course, await forumRow(trx, setup.id, forumId), now);
    await recordForum(change, course, forumId, `forum.${asked.to}`, recordedState(before));
    return forumForEdit(trx, setup.id, forumId);
  });
  return saved;
}
