import { DONE, pageOf } from '../../contract/basics';
import type { Db } from '../db/open';
import { alike, givenSpread } from './consistency';
import { coveredDesk, coveredDocket, coveredRow } from './coveredViews';
import * as actions from '../../contract/docketActions';
import * as contract from '../../contract/evaluate';
import * as consistency from '../../contract/consistency';
import * as rehearsal from '../../contract/rehearsal';
import * as remarks from '../../contract/remarks';
import * as looks from '../../contract/secondLooks';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { actOnDocket, undoDocketAction } from './actOnDocket';
import type { ActionOutcome } from './reach';
import { giveToGroup } from './giveToGroup';
import type { Covered } from '../course/covered/coverNames';
import { withoutCalls } from '../course/covered/withoutCalls';
import { worksWith, type InCourse } from '../course/setup/inCourse';
import { openForumQuietly, readablePost } from '../course/access/openForum';
import { postVersions } from '../discuss/postVersions';
import { notFound, refused } from '../refusals/problem';
import { planRelease } from './plannedReleases';
import { answerLook, askForLook, queueOfLooks } from './secondLooks';
import { desk } from './desk';
import { countStates, docket, docketRow } from './docket';
import { around } from './around';
import { Rehearsals } from './rehearsals';
import { setReleased } from './release';
import { confirmScore, saveScore, setExcused } from './saveScore';
import { settle } from './settle';
import { assignStudents, shareDocket } from './shares';
import { refuseStrangeReferences } from '../course/forums/strangeReferences';
import { dropRemark, noteUsed, remarksFor, saveRemark } from './savedRemarks';

/** What something done to many students comes to, with their names. */
function withNames(course: InCourse, { changes, passed }: ActionOutcome) {
  const named = (id: string) => course.setup.names.get(id)!;
  return {
    changes: changes.map(({ studentId, ...change }) => ({ student: named(studentId), ...change })),
    passed: passed.map((each) => ({ why: each.why, students: each.students.map(named) })),
  };
}

/** Whose pages an address means. */
interface AtDesk {
  readonly forum: string;
  readonly student: string;
}

/** A student's pages as the evaluator may see them. */
async function shownDesk(
  db: Db,
  covered: Covered,
  { forum, student }: AtDesk,
  now: number,
): Promise<contract.DeskView> {
  return coveredDesk(await desk(db, covered.course, forum, student, now), student, covered);
}

/** The same once something was written: whoever has a score by then is covered no more. */
const deskAnew = async (db: Db, covered: Covered, at: AtDesk, now: number): Promise<contract.DeskView> =>
  shownDesk(db, await covered.anew(db), at, now);

/** What the browser sent, with the student's posts in the place of their aliases. */
async function meantPosts<T>(db: Db, covered: Covered, { forum, student }: AtDesk, value: T): Promise<T> {
  if (covered.names === 'shown') return value;
  const own = await db
    .selectFrom('post')
    .select('id')
    .where('forum_id', '=', forum)
    .where('author_id', '=', student)
    .execute();
  return covered.showPosts(
    value,
    own.map(({ id }) => id),
  );
}

/** Dockets, the Desk, and what is decided there. */
export function evaluateRoutes(serve: Serve, deps: Deps): void {
  const { db } = deps;
  const rehearsals = new Rehearsals(db);

  serve(contract.listDockets, async ({ course, now }) => {
    const { perForum } = await countStates(db, course, now);
    return {
      forums: perForum.map(({ forum, counts }) => {
        const card = course.setup.cards.get(forum.id)!;
        const { initialDue, repliesDue, reviewsDue } = forum.schedule;
        const dues = [initialDue, repliesDue, reviewsDue].flatMap((due) => (due === null ? [] : [due]));
        return {
          id: forum.id,
          title: card.title,
          unitId: card.unitId,
          maximum: forum.evaluation!.maximum,
          counts,
          lastDue: dues.length > 0 ? Math.max(...dues) : null,
        };
      }),
    };
  });

  serve(contract.getDocket, async ({ course, covered, params, query, now }) => {
    const view = coveredDocket(await docket(db, course, params.forum, now), covered);
    return { ...view, ...pageOf(view.rows, query) };
  });

  serve(consistency.getGiven, ({ course, params }) => givenSpread(db, course, params.forum));

  serve(consistency.listAlike, async ({ course, covered, params, query, now }) => {
    const { covers, studentOf, hidePosts } = covered;
    const without = query.without && studentOf(query.without);
    const found = await alike(db, course, params.forum, { ...query, without }, now);
    return {
      ...found,
      students: found.students.map((each) => ({
        ...each,
        posts: hidePosts(
          each.posts.map((post) => ({ ...post, html: withoutCalls(post.html, covered) })),
          covers(studentOf(each.student.id)) ? each.posts.map(({ id }) => id) : [],
        ),
      })),
    };
  });

  serve(contract.getDesk, ({ covered, params, now }) => shownDesk(db, covered, params, now));

  serve(contract.saveScore, async ({ covered, params, body, now }) => {
    const { forum, student } = params;
    const meant = await meantPosts(db, covered, params, body);
    const show = (trx: Db) => deskAnew(trx, covered, params, now);
    await saveScore(deps, covered.withNames, { forumId: forum, studentId: student }, meant, now, show);
    const cover = await covered.anew(db);
    const view = await shownDesk(db, cover, params, now);
    if (!body.give) return { ...view, row: null, ready: null };
    const row = await docketRow(db, cover.course, forum, student, now);
    const { ready } = await countStates(db, cover.course, now);
    return { ...view, row: row && coveredRow(row, cover), ready };
  });

  serve(contract.confirmScore, async ({ covered, params, body, now }) => {
    const show = (trx: Db) => deskAnew(trx, covered, params, now);
    const at = { forumId: params.forum, studentId: params.student };
    await confirmScore(deps, covered.withNames, at, body.version, now, show);
    return show(db);
  });

  serve(contract.getAround, async ({ course, covered, params, now }) => {
    const { forum: forumId, student: studentId } = params;
    const postId = await meantPosts(db, covered, params, params.post);
    const found = await around(db, course, { forumId, studentId, postId }, now);
    const clean = (each: contract.PostAround) => ({
      ...each,
      html: each.html && withoutCalls(each.html, covered),
    });
    const shown = { above: found.above.map(clean), below: found.below.map(clean) };
    const all = [...found.above, ...found.below].map(({ id }) => id);
    return covered.covers(studentId) ? covered.hidePosts(shown, all) : shown;
  });

  serve(contract.getDeskVersions, async ({ course, covered, params, query, now }) => {
    if (!worksWith(course, params.student)) throw notFound();
    const opened = await openForumQuietly(db, course, params.forum, now);
    const { post } = readablePost(opened, await meantPosts(db, covered, params, params.post));
    if (post.authorId !== params.student) throw notFound();
    const all = await postVersions(db, course, opened, post.id, now);
    const shown = all.map((each) => ({ ...each, html: withoutCalls(each.html, covered) }));
    const { rows, paging } = pageOf(shown, query);
    return { paging, revisions: rows };
  });

  serve(contract.settleReadings, async ({ covered, params, body, now }) => {
    const show = (trx: Db) => deskAnew(trx, covered, params, now);
    const at = { forumId: params.forum, studentId: params.student };
    await settle(deps, covered.withNames, at, body, now, show);
    return show(db);
  });

  serve(contract.excuse, async ({ covered, params, body, now }) => {
    const at = { forumId: params.forum, studentId: params.student };
    await setExcused(deps, covered.withNames, at, body.excused, now);
    return { excused: body.excused };
  });

  serve(actions.actOnDocket, async ({ course, covered, params, body, now }) => {
    const { students, ...rest } = body;
    const meant = Array.isArray(students) ? students.map(covered.studentOf) : students;
    const asked = { ...rest, students: meant };
    return withNames(course, await actOnDocket(deps, covered.withNames, params.forum, asked, now));
  });

  serve(actions.giveToGroup, async ({ course, covered, params, body, now }) => {
    // Groups are names: where these are covered, they would tell whose work one judges.
    if (covered.names !== 'shown')
      throw refused(
        'namesCovered',
        'Names are covered here, and a group would give them away. Give each score by itself.',
      );
    const about = { forumId: params.forum, studentId: params.student };
    const show = (trx: Db) => deskAnew(trx, covered, params, now);
    return withNames(course, await giveToGroup(deps, course, about, body, now, show));
  });

  serve(actions.shareDocket, async ({ course, params, body, now }) => {
    const { rows } = await docket(db, course, params.forum, now);
    const students = rows.map(({ student }) => student.id);
    return shareDocket(deps, course, params.forum, students, body, now);
  });

  serve(actions.assignStudents, async ({ covered, params, body, now }) => {
    const students = body.students.map(covered.studentOf);
    await assignStudents(deps, covered.withNames, params.forum, { ...body, students }, now);
    return DONE;
  });

  serve(actions.undoDocketAction, async ({ covered, params, now }) => {
    const { undone, passed } = await undoDocketAction(
      deps,
      covered.withNames,
      params.forum,
      params.action,
      now,
    );
    const { names } = (await covered.anew(db)).course.setup;
    return { undone, passed: passed.map((id) => names.get(id)!) };
  });

  serve(remarks.listRemarks, async ({ course }) => ({
    remarks: await remarksFor(db, course),
  }));
  serve(remarks.saveRemark, async ({ course, params, body, now }) => {
    await saveRemark(db, course, params.remark, body, now);
    return DONE;
  });
  serve(remarks.dropRemark, async ({ course, params }) => {
    await dropRemark(db, course, params.remark);
    return DONE;
  });
  serve(remarks.noteRemarkUsed, async ({ course, params, body }) => {
    await noteUsed(db, course, params.remark, body.choices);
    return DONE;
  });

  serve(actions.planRelease, async ({ course, params, body, now }) => {
    await planRelease(deps, course, params.forum, body.at, now);
    return DONE;
  });

  serve(looks.askForLook, async ({ course, params, body, now }) => {
    await askForLook(deps, course, params.forum, body, now);
    return DONE;
  });

  serve(looks.listLooks, async ({ course }) => ({
    looks: await queueOfLooks(db, course),
  }));

  serve(contract.answerLook, async ({ covered, params, body, now }) => {
    const { forum, student, look } = params;
    await answerLook(deps, covered.withNames, forum, student, look, body.answer, now);
    return deskAnew(db, covered, params, now);
  });

  serve(rehearsal.rehearse, async ({ course, params, body, now }) => {
    refuseStrangeReferences(course.setup, params.forum, body.settings);
    return rehearsals.begin(course, params.forum, body.id, body.settings, now);
  });
  serve(rehearsal.getRehearsal, async ({ course, params }) => rehearsals.fetch(course, params.rehearsal));

  serve(actions.release, async ({ course, params, body, now }) => {
    const { changed, unsettled } = await setReleased(
      deps,
      course,
      params.forum,
      body.students,
      body.released,
      now,
    );
    return { changed: changed.length, unsettled };
  });
}
