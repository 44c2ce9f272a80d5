import { textOf } from '../core/text/textOf';
import { answerReview } from '../server/reviews/receivedReviews';
import { withholdReview } from '../server/reviews/staffReviews';
import { sendReview } from '../server/reviews/writeReview';
import type { InCourse } from '../server/course/setup/inCourse';
import type { Deps } from '../server/feature/deps';
import { COURSE, studentId, when } from './course';
import { BRIEF_GUIDE } from './scoring';
import { script, type Line } from './script';

/** The forum in which students of three streams review one another's briefs. */
const FORUM = 'briefs';
/** What decides who reviews whom, so that the reviews of the script are by those who were given them. */
const SEED = '5eed5eed5eed5eed5eed5eed5eed0001';

/** A review of the script: its first line names the level of each criterion, the rest is the comment. */
function contentOf({ paragraphs: [levels = '', ...comment] }: Line) {
  const chosen = levels.split(' ');
  return {
    values: Object.fromEntries(
      BRIEF_GUIDE.criteria.map(({ id }, index) => [id, { levelId: `${id}-${chosen[index]}` }]),
    ),
    overall: textOf(comment.join('\n\n')),
    passages: [],
    files: [],
  };
}

/** Lets partners be drawn and reviews be written as the script says, each at its time; one is withheld, one is answered. */
export async function exchangeDrafts(deps: Deps, as: (personId: string) => Promise<InCourse>): Promise<void> {
  const { db, settling } = deps;
  await db
    .insertInto('review_book')
    .values({ forum_id: FORUM, seed: SEED, paired_at: null })
    .onConflict((conflict) => conflict.column('forum_id').doUpdateSet({ seed: SEED }))
    .execute();
  let numbered = 0;
  const settle = async (at: number) => {
    settling.settleAt(COURSE, at, [FORUM]);
    await settling.settled();
    // Numbered, so that the address of a review is the same in every demo.
    const fresh = await db
      .selectFrom('assignment')
      .select('id')
      .where('forum_id', '=', FORUM)
      .where('id', 'not like', 'brief-review-%')
      .orderBy('reviewer_id')
      .orderBy('author_id')
      .execute();
    for (const { id } of fresh)
      await db
        .updateTable('assignment')
        .set({ id: `brief-review-${++numbered}` })
        .where('id', '=', id)
        .execute();
  };
  const assignment = async (reviewerId: string, authorId: string) => {
    const { id } = await db
      .selectFrom('assignment')
      .select('id')
      .where('forum_id', '=', FORUM)
      .where('reviewer_id', '=', reviewerId)
      .where('author_id', '=', authorId)
      .executeTakeFirstOrThrow();
    return id;
  };
  const rafael = studentId('Rafael', 'Osei');
  const mihai = studentId('Mihai', 'Bălan');
  const yuki = studentId('Yuki', 'Hayashi');
  const events: { readonly at: number; readonly run: () => Promise<unknown> }[] = [
    // Partners are drawn; somebody removes a brief; somebody posts one late; reviews are received.
    ...['03-02 00:00', '03-02 12:00', '03-03 20:15', '03-05 00:00'].map((at) => ({
      at: when(at),
      run: () => Promise.resolve(),
    })),
    ...script('briefs-reviews').map((line) => ({
      at: line.at,
      run: async () =>
        sendReview(
          deps,
          await as(line.who),
          await assignment(line.who, line.to!),
          { after: 0, content: contentOf(line) },
          line.at,
        ),
    })),
    {
      at: when('03-04 20:30'),
      run: async () =>
        withholdReview(
          deps,
          await as('teodora'),
          FORUM,
          await assignment(rafael, mihai),
          {
            withheld: true,
            reason:
              'Mihai asked where you stopped reading. Tell him that, and what would have made you read on.',
            fills: false,
          },
          when('03-04 20:30'),
        ),
    },
    {
      at: when('03-05 10:40'),
      run: async () =>
        answerReview(
          deps,
          await as(yuki),
          await assignment(mihai, yuki),
          textOf(
            'It stands first now. The club has given us the last week of October, if the permit comes by then.',
          ),
          when('03-05 10:40'),
        ),
    },
  ];
  for (const { at, run } of events.sort((a, b) => a.at - b.at)) {
    await settle(at);
    await run();
    await settle(at);
  }
}
