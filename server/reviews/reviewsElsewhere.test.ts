import { afterEach, describe, expect, it } from 'vitest';
import { courseFile } from '../../contract/courseFile';
import type { DeskView, DocketView } from '../../contract/evaluate';
import type { ForumSettings } from '../../contract/forumSettings';
import type { StudentTerm } from '../../contract/studentTerm';
import type { RehearsalView } from '../../contract/rehearsal';
import { textOf } from '../../core/text/textOf';
import { REVIEW_GUIDE } from '../../core/testing/reviewGuide';
import { content, drawn, ofInes, PNG, send, type Exchange } from '../testing/exchange';
import { at, C, F } from '../testing/testServer';

let c: Exchange;

describe('reviews, wherever else they stand', () => {
  afterEach(() => c.server.close());

  it('stand in the file of the course with all their versions, answers and what was withheld; drafts do not', async () => {
    c = await drawn(1, { received: 'atOnce', response: true, guide: REVIEW_GUIDE });
    const { id, reviewerId, reviewer } = await ofInes(c);
    const values = { question: { levelId: 'vague', comment: '' } };
    await reviewer.upload('a-file-of-mine', PNG).expect(200);
    await send(reviewer, id, content('Say who owns it.', { values, files: ['a-file-of-mine'] })).expect(200);
    await c.ines.send('put', `${C}/reviews/${id}/answer`, { doc: textOf('The miller does.') }).expect(200);
    const keeping = { withheld: true, reason: 'Say why.', fills: true };
    await c.teodora.send('put', `${F}/reviewing/${id}/withheld`, keeping).expect(200);
    await send(reviewer, id, content('Say who owns it, and why.', { values }), 1).expect(200);
    await reviewer
      .send('put', `${C}/reviews/${id}/draft`, { content: content('Nobody reads this yet.') })
      .expect(200);
    await c.teodora
      .send('put', `${C}/must-nots`, { oneId: 'ines', otherId: 'chidi', mayMeet: false })
      .expect(200);
    const { text } = await c.teodora.get(`${C}/course.json`).expect(200);
    const file = courseFile.parse(JSON.parse(text));
    const each = file.assignments.find((one) => one.id === id)!;
    expect(each).toMatchObject({ reviewerId, authorId: 'ines', madeBy: null, ended: null });
    expect(each.versions.map(({ words, files }) => [words, files])).toEqual([
      [4, ['a-file-of-mine']],
      [6, []],
    ]);
    expect(each.versions[0]!.guide).toMatchObject({ title: 'A brief' });
    expect(each.answer).toMatchObject({ words: 3 });
    expect(each.withheld).toMatchObject([{ reason: 'Say why.', fills: true, to: null }]);
    expect(file.mustNots).toMatchObject([{ oneId: 'chidi', otherId: 'ines', by: 'teodora' }]);
    expect(text).not.toContain('Nobody reads this yet');
  });

  it('count the same in the docket, on the Desk and in a rehearsal of other rules', async () => {
    const completed = (maximum: number) => ({
      maximum,
      parts: [
        {
          id: 'reviews',
          title: 'Reviews',
          maximum,
          basis: 'reviews' as const,
          kind: 'completion' as const,
          allOrNothing: false,
        },
      ],
      lateness: { kind: 'none' as const },
      gate: 'none' as const,
      aboveMaximum: false,
    });
    c = await drawn(1, {}, { evaluation: completed(1000) });
    const { id, reviewerId, reviewer } = await ofInes(c);
    await send(reviewer, id, content('Say who owns it.')).expect(200);
    const { rows } = (await c.teodora.get(`${F}/docket`).expect(200)).body as DocketView;
    for (const { student, slots } of rows) {
      const desk = (await c.teodora.get(`${F}/docket/${student.id}`).expect(200)).body as DeskView;
      expect([student.id, slots]).toEqual([student.id, desk.slots]);
    }
    const states = rows.map(({ student, slots }) => [
      student.id,
      slots.find(({ kind }) => kind === 'review')!.state,
    ]);
    expect(states).toContainEqual([reviewerId, 'met']);
    const forumOf = async (student: string) => {
      const term = (await c.teodora.get(`${C}/students/${student}/term`).expect(200)).body as StudentTerm;
      return term.forums.find((each) => each.id === 'floodplain');
    };
    expect(await forumOf(reviewerId)).toMatchObject({
      reviewsSent: 1,
      reviewsDue: at('03-11 23:59'),
      lastDue: at('03-04 23:59'),
    });
    expect(await forumOf('ines')).toMatchObject({ reviewsSent: 0, reviewsReceived: 0 });
    const accepted = { id: 'accept-those', action: 'accept', students: [reviewerId], preview: false };
    await c.teodora.send('post', `${F}/docket`, accepted).expect(200);
    const { settings: kept } = (await c.teodora.get(`${F}/settings`).expect(200)).body as {
      settings: ForumSettings;
    };
    const asked = {
      id: 'twice-as-much',
      settings: { ...kept, rules: { ...kept.rules, evaluation: completed(2000) } },
    };
    await c.teodora.send('post', `${F}/rehearsals`, asked).expect(200);
    await expect
      .poll(async () => {
        const { moves } = (await c.teodora.get(`${C}/rehearsals/twice-as-much`).expect(200))
          .body as RehearsalView;
        return moves
          ?.filter(({ stands }) => stands === 'given')
          .map(({ student, after }) => [student.id, after]);
      })
      .toEqual([[reviewerId, 2000]]);
  });
});
