import { toJson } from '../server/db/json';
import { createHash } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { sql } from 'kysely';
import pino from 'pino';
import { DAY } from '../core/time/instant';
import { quotationNode } from '../core/text/quotation';
import type { RichNode } from '../core/text/richText';
import { textOf } from '../core/text/textOf';
import { courseFor, type InCourse } from '../server/course/setup/inCourse';
import { assemble } from '../server/assemble';
import { saveClock } from '../server/clock/clock';
import type { Db } from '../server/db/open';
import type { Deps } from '../server/feature/deps';
import { removePost } from '../server/discuss/removePost';
import { editPost, writePost } from '../server/discuss/writePost';
import { setExcused } from '../server/evaluate/saveScore';
import { askForLook } from '../server/evaluate/secondLooks';
import { setMailChoice } from '../server/notices/mailChoice';
import { folderTransport } from '../server/mail/transport';
import { askForMoreTime } from '../server/plan/moreTime';
import { saveForum } from '../server/plan/saveForum';
import { keepDates } from '../server/notices/keepDates';
import { markNotices } from '../server/notices/notices';
import { sendTo, setFollow } from '../server/notices/send';
import { actOnPosts } from '../server/moderate/actOnPosts';
import { keepCase } from './cases';
import { COURSE, layOutCourse, START, studentId, when } from './course';
import type { DemoAction } from './action';
import { demoForums } from './forums';
import { exchangeDrafts } from './exchange';
import { keepItems } from './gradebook';
import { keepLibrary } from './library';
import { demoActions, READINGS } from './posts';
import { evaluate, ratePosts, readSecond } from './scores';
import { allowStandIn } from './standIn/standIn';

/** The text of an action, with what it quotes and whom it calls. */
function docOf(
  { text, quotes, mentions }: Extract<DemoAction, { do: 'post' }>,
  parentId: string | null,
): RichNode {
  const doc = textOf(text);
  const [first, ...rest] = doc.content ?? [];
  const called: RichNode[] = mentions
    ? [
        { type: 'mention', attrs: { id: mentions, label: '' } },
        { type: 'text', text: ', ' },
      ]
    : [];
  const quoted = quotes && parentId ? [quotationNode(parentId, 1, quotes)] : [];
  return {
    ...doc,
    content: [...quoted, { ...first!, content: [...called, ...(first!.content ?? [])] }, ...rest],
  };
}

/** The id of a post of the demo course, by the name it has in {@link demoActions}. */
export const postId = (name: string): string =>
  `p-${createHash('sha256').update(name).digest('hex').slice(0, 20)}`;

/** Lays out the demo course in an empty data folder, through the code that serves users. */
export async function layOutDemo(db: Db, dataFolder: string): Promise<void> {
  await layOutCourse(db);
  await allowStandIn(db, START);
  const clock = { now: () => START, wall: () => START };
  const log = pino({ level: 'silent' });
  const transport = folderTransport(dataFolder);
  const deps = assemble({ db, clock, log, dataFolder, transport, address: '', demo: null, settles: false });
  const as = (personId: string): Promise<InCourse> => courseFor(deps, { personId }, COURSE, 'member');

  await keepLibrary(deps, await as('teodora'), when('01-27 19:00'));
  for (const { id, settings, publish } of demoForums) {
    await saveForum(
      deps,
      await as('teodora'),
      id,
      { version: 0, settings, publish, confirmed: false },
      when('01-27 20:00'),
    );
  }
  await keepReadings(db, dataFolder);
  for (const action of demoActions()) {
    const course = await as(action.who);
    const id = postId(action.id);
    if (action.do === 'post') {
      const parentId = action.to === null ? null : postId(action.to);
      const post = {
        id,
        parentId,
        questionId: action.question ?? null,
        spaceId: null,
        doc: docOf(action, parentId),
        attachments: (action.attachments ?? []).map((file) => ({ id: file, alt: '' })),
        starter: action.starter ?? false,
        aside: action.aside ?? false,
        draft: null,
      };
      await writePost(deps, course, action.forum, post, action.at);
    } else if (action.do === 'edit') {
      await editPost(
        deps,
        course,
        action.forum,
        id,
        { version: 1, doc: textOf(action.text), attachments: [] },
        action.at,
      );
    } else if (action.do === 'remove' && course.person.kind === 'student') {
      await removePost(deps, course, action.forum, id, action.at);
    } else {
      const what = { action: action.do, posts: [id], below: false, reason: action.reason ?? null };
      await actOnPosts(deps, course, action.forum, what, action.at);
    }
  }
  await evaluate(deps, await as('teodora'), 'old-maps', when('02-18 19:00'), { share: 1, release: true });
  await readSecond(deps, await as('anselm'), 'old-maps', when('02-20 10:00'), 12);
  await evaluate(deps, await as('teodora'), 'hydrograph', when('02-20 17:00'), { share: 1, release: true });
  await keepItems(deps, as);
  await askForLook(
    deps,
    await as(studentId('Piotr', 'Adeyemi')),
    'old-maps',
    {
      id: 'piotr-asks',
      reason:
        'I described the ford as well, in the second paragraph. Did that count as something one can see?',
    },
    when('03-03 08:20'),
  );
  await evaluate(deps, await as('teodora'), 'floodplain', when('03-02 19:30'), {
    share: 0.5,
    release: false,
  });
  await ratePosts(deps, await as('teodora'), as, 'small-rivers', when('03-05 14:00'));
  await setExcused(
    deps,
    await as('teodora'),
    { forumId: 'old-maps', studentId: studentId('Selam', 'Woldemariam') },
    true,
    when('02-24 09:00'),
  );
  await exchangeDrafts(deps, as);
  await keepDraft(db);
  await markRead(db);
  await concern(deps, as);
  await deps.live.settled();
  deps.live.stop();
  await saveClock(db, START);
}

/**
 * What everyone had read when they last looked in, between one day and five before the start: staff everything, students
 * what stood in their space of the forums they had opened with a post of their own.
 */
async function markRead(db: Db): Promise<void> {
  const people = await db
    .selectFrom('member')
    .select(['person_id', 'role'])
    .where('course_id', '=', COURSE)
    .execute();
  for (const [index, { person_id, role }] of people.entries()) {
    const lastLook = START - (1 + (index % 5)) * DAY;
    await sql`
      INSERT INTO read_mark (person_id, post_id, at)
      SELECT ${person_id}, post.id, ${lastLook} FROM post
      WHERE post.created_at <= ${lastLook} AND post.author_id <> ${person_id} AND (${role} <> 'student' OR EXISTS (
        SELECT 1 FROM post AS own WHERE own.author_id = ${person_id} AND own.forum_id = post.forum_id
          AND own.parent_id IS NULL AND own.created_at <= ${lastLook}
          AND (post.space_id IS NULL OR post.space_id = own.space_id)))`.execute(db);
  }
}

/** What people were told of before the start, what reached whom under a seal, and who wants mail when. */
async function concern(deps: Deps, as: (personId: string) => Promise<InCourse>): Promise<void> {
  const { db } = deps;
  const [ines, bram, vasco, rafael] = (
    [
      ['Ines', 'Vardanyan'],
      ['Bram', 'Oyelaran'],
      ['Vasco', 'Pereira'],
      ['Rafael', 'Osei'],
    ] as const
  ).map(([given, family]) => studentId(given, family)) as [string, string, string, string];
  // What a student read of a forum with a seal had reached them; Rafael read on in the two hours after his placeholder.
  await sql`
    INSERT OR IGNORE INTO received (person_id, post_id, at)
    SELECT ${rafael}, id, ${when('02-19 23:42')} + 240000 * row_number() OVER (ORDER BY created_at) FROM post
    WHERE forum_id = 'floodplain' AND parent_id IS NULL AND starter = 0 AND author_id <> ${rafael}
      AND created_at < ${when('02-19 23:40')} ORDER BY created_at LIMIT 21`.execute(db);
  await sql`
    INSERT OR IGNORE INTO received (person_id, post_id, at)
    SELECT read_mark.person_id, post_id, read_mark.at FROM read_mark JOIN post ON post.id = post_id
      JOIN member ON member.person_id = read_mark.person_id AND member.role = 'student'
    WHERE post.forum_id IN ('floodplain', 'hydrograph', 'weir-hearing', 'old-maps')
      AND post.author_id <> read_mark.person_id`.execute(db);
  await sendTo(
    deps,
    await as(bram),
    'floodplain',
    {
      id: 'sent-to-ines',
      postId: postId('floodplain-i3'),
      to: [ines],
      line: 'This is the one I meant on the tram.',
    },
    when('03-04 18:12'),
  );
  await sendTo(
    deps,
    await as('teodora'),
    'weir-hearing',
    {
      id: 'sent-to-vasco',
      postId: null,
      to: [vasco],
      line: 'Nothing of yours stands in the hearings yet. Come by on Friday at ten if something is in the way; it need not be a long talk.',
    },
    when('03-05 09:30'),
  );
  await askForMoreTime(
    deps,
    await as(vasco),
    'weir-hearing',
    {
      id: 'vasco-asks',
      reason:
        'Thank you for writing. Our house was sold and we have been moving since Sunday; the books are in boxes. I can read and write from Saturday on.',
      until: when('03-09 20:00'),
    },
    when('03-05 11:40'),
  );
  await keepCase(deps, as);
  await setFollow(db, await as(ines), 'help-desk', true, when('02-23 12:00'));
  await setFollow(db, await as('teodora'), 'help-desk', true, when('02-22 12:00'));
  // The hearing's replies were given a day more.
  const { setup } = await as('teodora');
  await keepDates(db, setup, null, when('03-03 12:00'));
  await sql`
    UPDATE known_dates SET changed_at = ${when('03-04 10:20')},
      before = json_set(dates, '$.repliesDue', json_extract(dates, '$.repliesDue') - ${DAY})
    WHERE forum_id = 'weir-hearing'`.execute(db);
  // Whoever looked in since has read what they were told until then.
  for (const [index, { personId }] of [...setup.members.values()].entries())
    await markNotices(db, await as(personId), 'all', START - (1 + (index % 5)) * DAY);
  await setMailChoice(db, ines, 'atOnce');
  await setMailChoice(db, 'teodora', 'atOnce');
  await setMailChoice(db, bram, 'none');
  // Mail is about what happened since the evening before.
  await db
    .insertInto('setting')
    .values({ key: 'mailSince', value: String(START - DAY) })
    .execute();
}

/** The file one of the posts carries. */
async function keepReadings(db: Db, dataFolder: string): Promise<void> {
  const text =
    'Day;Height at the lamp post (cm)\n2026-02-27;41\n2026-02-28;44\n2026-03-01;63\n2026-03-02;58\n';
  const sha256 = createHash('sha256').update(text).digest('hex');
  writeFileSync(join(dataFolder, 'files', sha256), text);
  await db
    .insertInto('file')
    .values({
      id: READINGS,
      course_id: COURSE,
      uploaded_by: studentId('Bram', 'Oyelaran'),
      sha256,
      type: 'text/plain',
      size: text.length,
      name: 'gauge readings, Tannery Cut.txt',
      at: when('03-03 18:00'),
    })
    .execute();
}

/** A student's unfinished initial post, so that My work has something to go on with. */
async function keepDraft(db: Db): Promise<void> {
  const text =
    'I speak as the farmer below the weir. Two springs ago the water stood in my lower field for nineteen days, and nobody who voted for the weir walked down to see';
  await db
    .insertInto('draft')
    .values({
      person_id: studentId('Sade', 'Nkemelu'),
      forum_id: 'weir-hearing',
      key: 'open',
      doc: toJson(textOf(text)),
      words: text.split(' ').length,
      saved_at: START,
    })
    .execute();
}
