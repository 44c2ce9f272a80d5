import { DONE, pageOf, type PersonName } from '../../contract/basics';
import type { Db } from '../db/open';
import { alike, givenSpread } from './consistency';
import { coveredDesk, coveredDocket, coveredRow, coverNames, withoutCalls } from './coveredNames';
import * as acts from '../../contract/docketActs';
import * as contract from '../../contract/evaluate';
import * as consistency from '../../contract/consistency';
import * as rehearsal from '../../contract/rehearsal';
import * as remarks from '../../contract/remarks';
import * as looks from '../../contract/secondLooks';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { actOnDocket, undoAct } from './actOnDocket';
import { worksWith, type InCourse } from '../course/setup/inCourse';
import { openForumQuietly, readablePost } from '../course/access/openForum';
import { postVersions } from '../discuss/postVersions';
import { notFound } from '../refusals/problem';
import { planRelease } from './plannedReleases';
import { answerLook, askForLook, queueOfLooks } from './secondLooks';
import { desk } from './desk';
import { countStates, docket, docketRow } from './docket';
import { around } from './around';
import { Rehearsals } from './rehearsals';
import { setReleased } from './release';
import { confirmScore, saveScore, setExcused } from './saveScore';
import { settle } from './settle';
import { refuseStrangeReferences } from '../course/forums/strangeReferences';
import { dropRemark, noteUsed, remarksFor, saveRemark } from './savedRemarks';

/** Dockets, the Desk, and what is decided there. */
export function evaluateRoutes(serve: Serve, deps: Deps): void {
  const { db } = deps;
  const rehearsals = new Rehearsals(db);

  serve(contract.listDockets, async ({ course, now }) => {
    const { perForum } = await countStates(db, course, now);
    return {
      forums: perForum.map(({ forum, counts }) => {
        const card = course.setup.cards.get(forum.id)!;
        const dues = [forum.schedule.initialDue, forum.schedule.repliesDue].flatMap((due) =>
          due === null ? [] : [due],
        );
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

  serve(contract.getDocket, async ({ course, params, query, now }) => {
    const covered = await coverNames(db, course, params.forum, query);
    const seen = covered?.course ?? course;
    const plain = await docket(db, seen, params.forum, now);
    const view = covered === null ? plain : coveredDocket(plain, covered);
    return { ...view, ...pageOf(view.rows, query) };
  });

  serve(consistency.getGiven, ({ course, params }) => givenSpread(db, course, params.forum));

  serve(consistency.listAlike, async ({ course, params, query, now }) => {
    const covered = await coverNames(db, course, params.forum, {
      names: query.names,
      student: query.without,
    });
    const without = query.without && (covered?.studentOf(query.without) ?? query.without);
    const found = await alike(db, covered?.course ?? course, params.forum, { ...query, without }, now);
    if (covered === null) return found;
    return {
      ...found,
      students: found.students.map((each) => ({
        ...each,
        posts: covered.hidePosts(
          each.posts.map((post) => ({ ...post, html: withoutCalls(post.html) })),
          covered.covers(covered.studentOf(each.student.id)) ? each.posts.map(({ id }) => id) : [],
        ),
      })),
    };
  });

  /** Finds the student whom an address names, by their id or by the alias of a covered docket, and answers as the evaluator may see them. */
  const atDesk = async (
    course: InCourse,
    { forum, student }: { readonly forum: string; readonly student: string },
    now: number,
    names: 'shown' | 'hidden' = 'shown',
  ) => {
    const covered = await coverNames(db, course, forum, { names, student });
    const studentId = covered?.studentOf(student) ?? student;
    /** What the browser sent, with the aliases of posts replaced by their ids. */
    const meant = async <T>(value: T): Promise<T> => {
      if (covered === null) return value;
      const own = await db
        .selectFrom('post')
        .select('id')
        .where('forum_id', '=', forum)
        .where('author_id', '=', studentId)
        .execute();
      return covered.showPosts(
        value,
        own.map(({ id }) => id),
      );
    };
    const show = async (trx: Db): Promise<contract.DeskView> => {
      // Anew each time: whoever has a score now is covered no more.
      const cover = await coverNames(trx, course, forum, { names, student });
      if (cover === null) return desk(trx, course, forum, studentId, now);
      return coveredDesk(await desk(trx, cover.course, forum, studentId, now), studentId, cover);
    };
    /** The same with what a saved score has changed beside it, so that nothing of it has to be asked for anew. */
    const saved = async (given: boolean): Promise<contract.SavedScore> => {
      if (!given) return { ...(await show(db)), row: null, ready: null };
      const cover = await coverNames(db, course, forum, { names, student });
      const row = await docketRow(db, cover?.course ?? course, forum, studentId, now);
      const { ready } = await countStates(db, course, now);
      return { ...(await show(db)), row: row && cover ? coveredRow(row, cover) : row, ready };
    };
    return { covered, studentId, meant, show, saved };
  };

  serve(contract.getDesk, async ({ course, params, query, now }) => {
    const { show } = await atDesk(course, params, now, query.names);
    return show(db);
  });

  serve(contract.saveScore, async ({ course, params, body, now }) => {
    const { studentId, meant, show, saved } = await atDesk(course, params, now);
    const at = { forumId: params.forum, studentId };
    await saveScore(deps, course, at, await meant(body), now, show);
    return saved(body.give);
  });

  serve(contract.confirmScore, async ({ course, params, body, now }) => {
    const { studentId, show } = await atDesk(course, params, now);
    await confirmScore(deps, course, { forumId: params.forum, studentId }, body.version, now, show);
    return show(db);
  });

  serve(contract.getAround, async ({ course, params, query, now }) => {
    const { covered, studentId, meant } = await atDesk(course, params, now, query.names);
    const at = { forumId: params.forum, studentId, postId: await meant(params.post) };
    const found = await around(db, covered?.course ?? course, at, now);
    if (covered === null) return found;
    const clean = (each: contract.PostAround) => ({ ...each, html: each.html && withoutCalls(each.html) });
    const shown = { above: found.above.map(clean), below: found.below.map(clean) };
    if (!covered.covers(studentId)) return shown;
    return covered.hidePosts(
      shown,
      [...found.above, ...found.below].map(({ id }) => id),
    );
  });

  serve(contract.getDeskVersions, async ({ course, params, query, now }) => {
    const { covered, studentId, meant } = await atDesk(course, params, now, query.names);
    if (!worksWith(course, studentId)) throw notFound();
    const opened = await openForumQuietly(db, course, params.forum, now);
    const { post } = readablePost(opened, await meant(params.post));
    if (post.authorId !== studentId) throw notFound();
    const all = await postVersions(db, covered?.course ?? course, opened, post.id, now);
    const shown = covered === null ? all : all.map((each) => ({ ...each, html: withoutCalls(each.html) }));
    const { rows, paging } = pageOf(shown, query);
    return { paging, revisions: rows };
  });

  serve(contract.settleReadings, async ({ course, params, body, now }) => {
    const { studentId, show } = await atDesk(course, params, now);
    await settle(deps, course, { forumId: params.forum, studentId }, body, now, show);
    return show(db);
  });

  serve(contract.excuse, async ({ course, params, body, now }) => {
    const { studentId } = await atDesk(course, params, now);
    await setExcused(deps, course, { forumId: params.forum, studentId }, body.excused, now);
    return { excused: body.excused };
  });

  serve(acts.actOnDocket, async ({ course, params, body, now }) => {
    const student = Array.isArray(body.students) ? body.students[0] : undefined;
    const covered = await coverNames(db, course, params.forum, { names: body.names, student });
    const { students } = body;
    const meant = covered && Array.isArray(students) ? students.map(covered.studentOf) : students;
    const answer = await actOnDocket(deps, course, params.forum, { ...body, students: meant }, now);
    if (covered === null) return answer;
    const shown = ({ id }: PersonName) => covered.course.setup.names.get(id)!;
    return {
      changes: answer.changes.map((change) => ({ ...change, student: shown(change.student) })),
      passed: answer.passed.map(({ why, students: each }) => ({ why, students: each.map(shown) })),
    };
  });

  serve(acts.undoDocketAct, async ({ course, params, query, now }) => {
    const answer = await undoAct(deps, course, params.forum, params.act, now);
    const covered = await coverNames(db, course, params.forum, query);
    return covered === null
      ? answer
      : { ...answer, passed: answer.passed.map(({ id }) => covered.course.setup.names.get(id)!) };
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

  serve(acts.planRelease, async ({ course, params, body, now }) => {
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

  serve(contract.answerLook, async ({ course, params, body, now }) => {
    const { studentId, show } = await atDesk(course, params, now);
    await answerLook(deps, course, params.forum, studentId, params.look, body.answer, now);
    return show(db);
  });

  serve(rehearsal.rehearse, async ({ course, params, body, now }) => {
    refuseStrangeReferences(course.setup, params.forum, body.settings);
    return rehearsals.begin(course, params.forum, body.id, body.settings, now);
  });
  serve(rehearsal.getRehearsal, async ({ course, params }) => rehearsals.fetch(course, params.rehearsal));

  serve(acts.release, async ({ course, params, body, now }) => {
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
