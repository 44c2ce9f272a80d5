import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { insightView } from '../contract/insight';
import { approvalAt } from '../core/course/approval';
import { createdAt, isRemovedAt } from '../core/course/post';
import { isMissed } from '../core/participation/missesInARow';
import { participationOf } from '../core/participation/participationOf';
import { courseData } from '../server/course/facts/courseData';
import { loadPosts } from '../server/course/posts/loadPosts';
import { loadCourse, type CourseSetup } from '../server/course/setup/courseCache';
import { personOf, type InCourse } from '../server/course/setup/inCourse';
import { openDatabase, type Db } from '../server/db/open';
import { insight, postsBehind } from '../server/insight/insight';
import { askInsight } from '../server/insight/insightApart';
import { MissedTally } from '../server/insight/missedForums';
import { writtenIn, type ForumWritten } from '../server/insight/writtenPosts';
import { COURSE, START } from './course';
import { layOutDemo } from './layOut';

describe('Insight of the demo course', () => {
  let db: Db;
  let folder = '';
  let setup: CourseSetup;
  const as = (personId: string): InCourse => {
    const member = setup.members.get(personId)!;
    return { setup, member, person: personOf(setup, member) };
  };
  const written = new Map<string, ForumWritten>();
  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'juror-insight-'));
    db = openDatabase(folder);
    await layOutDemo(db, folder);
    setup = (await loadCourse(db, COURSE))!;
    for (const forum of setup.forums.values())
      if (forum.status === 'published') written.set(forum.id, await writtenIn(db, setup, forum));
  }, 60_000);
  afterAll(async () => {
    await db.destroy();
    rmSync(folder, { recursive: true });
  });

  it('reads the posts that stand by the rules, each in the version that is read', async () => {
    let [asked, brought] = [0, 0];
    for (const [forumId, { posts }] of written) {
      const all = await loadPosts(db, { courseId: COURSE, forumId });
      const standing = all.filter(
        (post) =>
          post.asideWith === null &&
          !isRemovedAt(post, START) &&
          !['held', 'returned'].includes(approvalAt(post, START) ?? ''),
      );
      expect(posts.map(({ id, at }) => [id, at])).toEqual(standing.map((post) => [post.id, createdAt(post)]));
      for (const post of posts) {
        const { words } = standing.find(({ id }) => id === post.id)!.revisions.at(-1)!;
        expect(post.words, post.id).toBe(words);
        asked += Number(post.asks);
        brought += Number(post.brings);
      }
    }
    expect(asked).toBeGreaterThan(10);
    expect(brought).toBeGreaterThan(0);
  });

  it('finds the same forums missed as the rules do', async () => {
    const students = [...setup.students.values()];
    const tally = await MissedTally.of(db, setup, students, START);
    for (const [id, { posts, authors }] of written) {
      const standing = new Set(posts.map(({ authorId }) => authorId));
      await tally.add(setup.forums.get(id)!, { standing, authors });
    }
    const missed = tally.result();
    const data = await courseData(db, setup, {});
    for (const student of students) {
      const expected = [...setup.forums.values()].flatMap((forum) => {
        if (forum.status !== 'published') return [];
        const part = participationOf(data, forum, student, START);
        const is = isMissed(forum, part, data.scoreOf(forum.id, student.id, START)?.excused ?? false, START);
        return is === null ? [] : [{ at: part.lastDue!, is }];
      });
      const inOrder = expected.sort((a, b) => a.at - b.at).map(({ is }) => is);
      expect(missed.get(student.id) ?? [], student.id).toEqual(inOrder);
    }
  });

  it('answers its questions, the same in a thread of its own as here', async () => {
    const here = await insight(db, as('teodora'), {}, START);
    expect(insightView.parse(here)).toEqual(here);
    expect(
      [here.silence, here.talk, here.rhythm, here.writing, here.fairness].map(({ told }) => told),
    ).toEqual([true, true, true, true, true]);
    expect(here.silence.students).toHaveLength(36);
    const said = await askInsight(db, {
      ...{ courseId: COURSE, personId: 'teodora', scope: {}, posts: null, now: START },
    });
    expect(said).toEqual({ view: here });
  }, 30_000);

  it('leads from each part of a picture to the posts behind it', async () => {
    const view = await insight(db, as('teodora'), {}, START);
    const [from, to, n] = view.talk.pairs[0]!;
    const [author, answered] = [view.talk.people[from]!.id, view.talk.people[to]!.id];
    const pair = await postsBehind(db, as('teodora'), { author, answered }, START);
    expect(pair.of).toBe(n);
    expect(new Set(pair.posts.map((post) => post.author.id))).toEqual(new Set([author]));
    for (const [weekday, hours] of view.rhythm.week.entries())
      for (const [hour, posts] of hours.entries())
        if (posts > 4)
          expect((await postsBehind(db, as('teodora'), { weekday, hour }, START)).of).toBe(posts);
    const late = await postsBehind(db, as('teodora'), { due: 'after' }, START);
    expect(late.of).toBe(view.rhythm.due.after);
    const [row] = view.silence.students.filter(({ posts }) => posts[2]! > 0);
    const week = view.silence.weeks[2]!;
    expect((await postsBehind(db, as('teodora'), { author: row!.studentId, week }, START)).of).toBe(
      row!.posts[2],
    );
    expect((await postsBehind(db, as('teodora'), { unanswered: 'yes' }, START)).of).toBeGreaterThanOrEqual(
      view.rhythm.threads.unanswered,
    );
  });

  it('shows an assistant of one section those students alone, and of one forum what was written there', async () => {
    const { names, silence, talk } = await insight(db, as('pilar'), {}, START);
    const evening = [...setup.students.values()].filter(({ sectionId }) => sectionId === 'evening');
    expect(silence.students).toHaveLength(evening.length);
    expect(talk.people.every(({ id }) => setup.students.get(id)!.sectionId === 'evening')).toBe(true);
    const students = names.filter(({ id }) => setup.students.has(id));
    expect(students).toHaveLength(evening.length);
    const [morning] = [...setup.students.values()].filter(({ sectionId }) => sectionId === 'morning');
    expect((await postsBehind(db, as('pilar'), { author: morning!.id }, START)).of).toBe(0);
    const one = await insight(db, as('teodora'), { forum: 'floodplain' }, START);
    const students36 = written.get('floodplain')!.posts.filter(({ byStaff }) => !byStaff);
    expect(one.rhythm.posts).toBe(students36.length);
  });

  it('counts anew for an assistant of all sections, and keeps what whoever reads everything was told', async () => {
    const whole = as('teodora');
    const before = await insight(db, whole, {}, START);
    // An assistant of both sections works with every student, and is asked for access all the same.
    const both = as('pilar');
    const limited: InCourse = {
      ...both,
      member: { ...both.member, sections: ['morning', 'evening'] },
      person: { kind: 'staff', id: 'pilar', role: 'assistant', sections: ['morning', 'evening'] },
    };
    expect((await insight(db, limited, {}, START)).silence.students).toHaveLength(36);
    expect(await insight(db, whole, {}, START)).toEqual(before);
  });
});
