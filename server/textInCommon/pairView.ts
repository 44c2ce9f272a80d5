import type { InCommonPair } from '../../contract/textInCommon';
import { closenessOf, distanceBetween } from '../../core/text/compareWords';
import { plainText } from '../../core/text/plainText';
import type { RichNode } from '../../core/text/richText';
import { comparedText, type ComparedText } from '../../core/textInCommon/comparedText';
import { coveredText } from '../../core/textInCommon/coveredText';
import type { Held } from '../../core/textInCommon/comparedTexts';
import { markedText } from '../../core/textInCommon/markedText';
import type { InCourse } from '../course/setup/inCourse';
import { fromJson } from '../db/json';
import type { Db } from '../db/open';
import { notFound } from '../refusals/problem';
import { namesOf, type CourseTexts } from './courseTexts';
import { heldOf, inHundredths, inPair, pairsFor, ReadingsIn, rowOf, whoHad } from './pairList';
import { setAsideIn } from './setAside';

async function docOf(db: Db, { post, version }: Held): Promise<RichNode> {
  const { doc } = await db
    .selectFrom('revision')
    .select('doc')
    .where('post_id', '=', post.id)
    .where('number', '=', version.number)
    .executeTakeFirstOrThrow();
  return fromJson(doc);
}

/** A version's text as it is shown beside another; of an earlier course without names, and without what it quotes. */
async function shownText(
  db: Db,
  known: CourseTexts,
  held: Held,
): Promise<{ text: ComparedText; doc: RichNode }> {
  const doc = await docOf(db, held);
  const text = comparedText(doc);
  const earlier = known.earlier.get(held.post.id);
  if (earlier === undefined) return { text, doc };
  return { text: coveredText(text, namesOf(known.setups.get(earlier.courseId)!)), doc };
}

/** Two posts side by side. @throws {Problem} 404 where they are no pair one may know of */
export async function pairView(
  db: Db,
  course: InCourse,
  { one, other }: { one: string; other: string },
  now: number,
): Promise<InCommonPair> {
  const { known, pairs } = await pairsFor(db, course, now);
  const found = pairs.find(({ a, b }) => [one, other].includes(a.postId) && [one, other].includes(b.postId));
  if (!found || one === other) throw notFound();
  const readings = new ReadingsIn(db, course);
  const aside = await setAsideIn(db, course.setup.id);
  const row = await rowOf(course, known, found, { readings, aside, groupOf: new Map() });
  const [a, b] = [heldOf(known, found.a) as Held, heldOf(known, found.b) as Held];
  const [textA, textB] = [await shownText(db, known, a), await shownText(db, known, b)];
  const marked = ({ text }: { text: ComparedText }, side: 'a' | 'b', held: Held, beside: Held) =>
    markedText(text, found.passages, side, known.in.leftOut(held, beside));
  const passages: InCommonPair['passages'] = [];
  for (const [at, { words }] of found.passages.entries()) {
    const who = whoHad(known, found, at);
    passages.push({
      words,
      first: who.first === a.post.authorId ? 'one' : 'other',
      source: inPair(course, known, who.versions[0]!),
      then: inPair(course, known, who.then),
      reach: await readings.reachOf(known, who),
    });
  }
  const plain = ({ doc }: { doc: RichNode }) => plainText(doc, { quotes: 'none' });
  return {
    ...row,
    texts: { one: marked(textA, 'a', a, b), other: marked(textB, 'b', b, a) },
    passages,
    close: inHundredths(closenessOf(distanceBetween(plain(textA), plain(textB)))),
  };
}
