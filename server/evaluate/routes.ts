import type { Express } from 'express';
import { DONE, pageOf, type PersonName } from '../../contract/basics';
import type { Db } from '../db/open';
import { alike, givenSpread } from './consistency';
import { coveredDesk, coveredDocket, coverNames, withoutCalls } from './coveredNames';
import * as acts from '../../contract/docketActs';
import * as contract from '../../contract/evaluate';
import * as consistency from '../../contract/consistency';
import * as rehearsal from '../../contract/rehearsal';
import * as remarks from '../../contract/remarks';
import * as looks from '../../contract/secondLooks';
import type { Deps } from '../deps';
import { forMember } from '../http/register';
import { actOnDocket, undoAct } from './actOnDocket';
import { staffOf, worksWith, type InCourse } from '../course/inCourse';
import { openForumQuietly, readablePost } from '../discuss/access';
import { postVersions } from '../discuss/postVersions';
import { notFound } from '../http/problem';
import { planRelease } from './plannedReleases';
import { answerLook, askForLook, queueOfLooks } from './secondLooks';
import { desk } from './desk';
import { countStates, docket } from './docket';
import { around } from './around';
import { Rehearsals } from './rehearsals';
import { setReleased } from './release';
import { confirmScore, saveScore, setExcused } from './saveScore';
import { settle } from './settle';
import { refuseStrangeReferences } from '../plan/refusals';
import { dropRemark, noteUsed, remarksFor, saveRemark } from './savedRemarks';

/** Dockets, the Desk, and what is decided there. */
export function evaluateRoutes(app: Express, deps: Deps): void {
  const { db } = deps;
  const rehearsals = new Rehearsals(db);

  forMember(app, deps, contract.listDockets, 'staff', async ({ course, now }) => {
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

  forMember(app, deps, contract.getDocket, 'staff', async ({ course, params, query, now }) => {
    const covered = await coverNames(db, course, params.forum, query);
    const seen = covered?.course ?? course;
    const plain = await docket(db, seen, params.forum, now);
    const view = covered === null ? plain : coveredDocket(plain, covered);
    return { ...view, ...pageOf(view.rows, query) };
  });

  forMember(app, deps, consistency.getGiven, 'staff', ({ course, params }) =>
    givenSpread(db, course, params.forum),
  );

  forMember(app, deps, consistency.listAlike, 'staff', async ({ course, params, query, now }) => {
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

  /** Who is meant by what an address names, and how their pages are shown to who asked for them so. */
  const atDesk = async (
    course: InCourse,
    { forum, student }: { readonly forum: string; readonly student: string },
    now: number,
    names: 'shown' | 'hidden' = 'shown',
  ) => {
    const covered = await coverNames(db, course, forum, { names, student });
    const studentId = covered?.studentOf(student) ?? student;
    /** What was sent, with the posts that stand behind names of their own. */
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
    return { covered, studentId, meant, show };
  };

  forMember(app, deps, contract.getDesk, 'staff', async ({ course, params, query, now }) => {
    const { show } = await atDesk(course, params, now, query.names);
    return show(db);
  });

  forMember(app, deps, contract.saveScore, 'staff', async ({ course, params, body, now }) => {
    const { studentId, meant, show } = await atDesk(course, params, now);
    return saveScore(deps, course, params.forum, studentId, await meant(body), now, show);
  });

  forMember(app, deps, contract.confirmScore, 'staff', async ({ course, params, body, now }) => {
    const { studentId, show } = await atDesk(course, params, now);
    return confirmScore(deps, course, params.forum, studentId, body.version, now, show);
  });

  forMember(app, deps, contract.getAround, 'staff', async ({ course, params, query, now }) => {
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

  forMember(app, deps, contract.getDeskVersions, 'staff', async ({ course, params, query, now }) => {
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

  forMember(app, deps, contract.settleReadings, 'staff', async ({ course, params, body, now }) => {
    const { studentId, show } = await atDesk(course, params, now);
    return settle(deps, course, params.forum, studentId, body, now, show);
  });

  forMember(app, deps, contract.excuse, 'staff', async ({ course, params, body, now }) => {
    const { studentId } = await atDesk(course, params, now);
    await setExcused(deps, course, params.forum, studentId, body.excused, now);
    deps.live.concerns(course.setup.id, [studentId]);
    return { excused: body.excused };
  });

  forMember(app, deps, acts.actOnDocket, 'staff', async ({ course, params, body, now }) => {
    const student = Array.isArray(body.students) ? body.students[0] : undefined;
    const covered = await coverNames(db, course, params.forum, { names: body.names, student });
    const { students } = body;
    const meant = covered && Array.isArray(students) ? students.map(covered.studentOf) : students;
    const answer = await actOnDocket(db, course, params.forum, { ...body, students: meant }, now);
    if (!body.preview)
      deps.live.concerns(
        course.setup.id,
        answer.changes.map(({ student: { id } }) => id),
      );
    if (covered === null) return answer;
    const shown = ({ id }: PersonName) => covered.course.setup.names.get(id)!;
    return {
      changes: answer.changes.map((change) => ({ ...change, student: shown(change.student) })),
      passed: answer.passed.map(({ why, students: each }) => ({ why, students: each.map(shown) })),
    };
  });

  forMember(app, deps, acts.undoDocketAct, 'staff', async ({ course, params, query, now }) => {
    const answer = await undoAct(db, course, params.forum, params.act, now);
    const covered = await coverNames(db, course, params.forum, query);
    return covered === null
      ? answer
      : { ...answer, passed: answer.passed.map(({ id }) => covered.course.setup.names.get(id)!) };
  });

  forMember(app, deps, remarks.listRemarks, 'staff', async ({ course }) => ({
    remarks: await remarksFor(db, course),
  }));
  forMember(app, deps, remarks.saveRemark, 'staff', async ({ course, params, body, now }) => {
    await saveRemark(db, course, params.remark, body, now);
    return DONE;
  });
  forMember(app, deps, remarks.dropRemark, 'staff', async ({ course, params }) => {
    await dropRemark(db, course, params.remark);
    return DONE;
  });
  forMember(app, deps, remarks.noteRemarkUsed, 'staff', async ({ course, params, body }) => {
    await noteUsed(db, course, params.remark, body.choices);
    return DONE;
  });

  forMember(app, deps, acts.planRelease, 'staff', async ({ course, params, body, now }) => {
    await planRelease(db, course, params.forum, body.at, now);
    return DONE;
  });

  forMember(app, deps, looks.askForLook, 'student', async ({ course, params, body, now }) => {
    await askForLook(db, course, params.forum, body, now);
    deps.live.concerns(course.setup.id, staffOf(course));
    return DONE;
  });

  forMember(app, deps, looks.listLooks, 'staff', async ({ course }) => ({
    looks: await queueOfLooks(db, course),
  }));

  forMember(app, deps, contract.answerLook, 'staff', async ({ course, params, body, now }) => {
    const { studentId, show } = await atDesk(course, params, now);
    await answerLook(db, course, params.forum, studentId, params.look, body.answer, now);
    deps.live.concerns(course.setup.id, [studentId]);
    return show(db);
  });

  forMember(app, deps, rehearsal.rehearse, 'instructor', async ({ course, params, body, now }) => {
    refuseStrangeReferences(course.setup, params.forum, body.settings);
    return rehearsals.begin(course, params.forum, body.id, body.settings, now);
  });
  forMember(app, deps, rehearsal.getRehearsal, 'instructor', async ({ course, params }) =>
    rehearsals.fetch(course, params.rehearsal),
  );

  forMember(app, deps, acts.release, 'staff', async ({ course, params, body, now }) => {
    const { changed, unsettled } = await setReleased(
      deps,
      course,
      params.forum,
      body.students,
      body.released,
      now,
    );
    deps.live.concerns(course.setup.id, changed);
    return { changed: changed.length, unsettled };
  });
}
