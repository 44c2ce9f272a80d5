import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { textOf } from '../core/text/textOf';
import type { ComparedPost } from '../core/textInCommon/comparedPost';
import { comparedText } from '../core/textInCommon/comparedText';
import { ComparedTexts } from '../core/textInCommon/comparedTexts';
import { Cuts } from '../core/textInCommon/cuts';
import { PairsIn } from '../core/textInCommon/pairsIn';
import { Vocabulary } from '../core/textInCommon/vocabulary';
import { when } from '../demo/course';
import { layOutLargeGradebook } from '../demo/largeGradebook';
import { toJson } from '../server/db/json';
import { openDatabase } from '../server/db/open';
import { askInCommon } from '../server/textInCommon/inCommonApart';
import { longestWait } from './longestWait';
import { middleOf } from './middleOf';
import { drawn, someWords, writeTexts } from './ownWords';
import { timed, type Row } from './row';

const SIZE = { students: 250, forums: 20, posts: 2 };
const WORDS = 120;
const EARLIER = 200_000;
const LIMITS = { first: 5000, after: 20, earlier: 100 };

/** Turns of phrase that many use. */
const PHRASES = Array.from({ length: 30 }, () => someWords(10));

/** What a post says: words of its own, in every second a turn of phrase, in some what another said. */
function said(number: number, before: readonly (readonly string[])[]): string[] {
  const own = someWords(WORDS);
  if (number % 2 === 0) own.splice(20, 10, ...PHRASES[Math.floor(drawn() * PHRASES.length)]!);
  const other = number % 100 === 99 ? before[number - 50] : undefined;
  if (other) own.splice(60, 30, ...other.slice(60, 90));
  return own;
}

/** What the posts say, one after the other. */
function texts(): (number: number) => readonly string[] {
  const before: string[][] = [];
  return (number) => {
    const words = said(number, before);
    before.push(words);
    return words;
  };
}

/** A course of 10,000 posts in the thread that compares it: everything, and one post more. */
async function wholeCourse(): Promise<Row[]> {
  const folder = mkdtempSync(join(tmpdir(), 'juror-common-'));
  const db = openDatabase(folder);
  try {
    const { course, instructor } = await layOutLargeGradebook(db, SIZE);
    await writeTexts(db, texts());
    const now = when('03-05 16:20');
    const ask = async () => {
      const said = await askInCommon(db, { what: 'compare', courseId: course, now });
      if (said === null) throw new Error('What was written was not compared');
    };
    // The thread and what it runs are there already, as they are on a server that runs.
    await askInCommon(db, { what: 'compare', courseId: 'none', now });
    const waited = longestWait();
    const begun = performance.now();
    await ask();
    const first = performance.now() - begun;
    const others = waited();
    const nothing = await middleOf(ask);
    const after = await middleOf(async (round) => {
      await db
        .insertInto('revision')
        .columns(['post_id', 'number', 'at', 'author_id', 'doc', 'html', 'text', 'words'])
        .expression((eb) =>
          eb
            .selectFrom('revision')
            .select((of) => [
              'post_id',
              of.lit(2 + round).as('number'),
              of.lit(now).as('at'),
              'author_id',
              of.val(toJson(textOf(someWords(WORDS).join(' ')))).as('doc'),
              'html',
              'text',
              'words',
            ])
            .where('number', '=', 1)
            .limit(1),
        )
        .execute();
      await ask();
    });
    const begunList = performance.now();
    const list = await askInCommon(db, {
      ...{ what: 'list', courseId: course, personId: instructor, now },
      query: { show: 'open', order: 'words' },
    });
    const listed = performance.now() - begunList;
    const found = list !== null && 'list' in list ? list.list.of : 0;
    const again = await middleOf(() =>
      askInCommon(db, {
        ...{ what: 'list', courseId: course, personId: instructor, now },
        query: { show: 'open', order: 'words' },
      }),
    );
    const posts = SIZE.students * SIZE.forums * SIZE.posts;
    const what = `text in common: ${posts.toLocaleString('en')} posts of ${WORDS} words`;
    return [
      timed(`${what}; everything with everything`, first, LIMITS.first),
      timed(`${what}; one version more, besides looking whether there is one`, after - nothing, LIMITS.after),
      timed(`${what}; looking whether something came`, nothing, null),
      timed(`${what}; the list of ${found} pairs, the first time`, listed, null),
      timed(`${what}; the list again`, again, null),
      timed(`${what}; longest that others wait meanwhile`, others, null),
    ];
  } finally {
    await db.destroy();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** One post compared with 200,000 of earlier courses. */
async function earlierCourses(): Promise<Row[]> {
  const vocabulary = new Vocabulary();
  const texts: string[][] = [];
  const post = (number: number, course: string, words: readonly string[]): ComparedPost => {
    const { words: list, breaks } = comparedText(textOf(words.join(' ')));
    return {
      id: `${course}-${number}`,
      ...{
        forumId: `${course}-${number % 40}`,
        parentId: null,
        authorId: `${course}-s${number % (course === 'now' ? 300 : 6000)}`,
      },
      ...{ authorKind: 'student', isAside: false },
      versions: [
        { number: 1, at: number, byStaff: false, text: { words: vocabulary.numbersOf(list), breaks } },
      ],
    };
  };
  const compared = new ComparedTexts(new Cuts([]));
  for (let number = 0; number < EARLIER; number++) {
    const words = said(number, texts);
    texts.push(words);
    compared.putEarlier(post(number, 'before', words));
  }
  const pairs = new PairsIn(compared);
  // A course whose students have all written before, so that what is common is what it was.
  for (let number = 0; number < 300; number++) compared.put(post(number, 'now', someWords(WORDS)));
  const begun = performance.now();
  pairs.pairs();
  const first = performance.now() - begun;
  const search = await middleOf(async (round) => {
    const words = said(2 * round, texts);
    words.splice(60, 30, ...texts[round * 1000]!.slice(60, 90));
    compared.put(post(300 + round, 'now', words));
    pairs.pairs();
  });
  return [
    timed(
      `text in common: one post searched for in ${EARLIER.toLocaleString('en')} of earlier courses`,
      search,
      LIMITS.earlier,
    ),
    timed('text in common: taking these in', first, null),
  ];
}

/** What students have in common in what they wrote. */
export const inCommonRows = async (): Promise<Row[]> => [
  ...(await wholeCourse()),
  ...(await earlierCourses()),
];
