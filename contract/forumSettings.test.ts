import { describe, expect, it } from 'vitest';
import { textOf } from '../core/text/textOf';
import { forumSettings, type ForumSettings } from './forumSettings';
import { newForum } from './newForum';

const sound: ForumSettings = {
  ...newForum(),
  title: 'The weir hearing',
  prompt: textOf('Say what should happen.'),
};
const rules = sound.rules;

/** The fields that are refused, with what is said of them. */
function refused(settings: unknown): Record<string, string> {
  const result = forumSettings.safeParse(settings);
  if (result.success) return {};
  return Object.fromEntries(result.error.issues.map(({ path, message }) => [path.join('.'), message]));
}
const withRules = (change: object) => ({ ...sound, rules: { ...rules, ...change } });
const QUESTION = { id: 'peak', retired: false, text: textOf('Which peak?') };
const PART = { id: 'initial', title: 'Initial post', maximum: 1000, basis: 'initial', kind: 'direct' };

describe('settings of a forum', () => {
  it('are taken as a new forum starts', () => expect(refused(sound)).toEqual({}));

  it.each<[string, object, string, RegExp]>([
    [
      'words below 0',
      { required: { ...rules.required, initialMinWords: -1 } },
      'required.initialMinWords',
      /./,
    ],
    [
      'too many words',
      { required: { ...rules.required, replyMinWords: 5001 } },
      'required.replyMinWords',
      /5,000/,
    ],
    ['half a reply', { required: { ...rules.required, replies: 1.5 } }, 'required.replies', /./],
    [
      '51 replies',
      { required: { ...rules.required, replies: 51, different: null } },
      'required.replies',
      /50/,
    ],
    ['a grace of two days', { graceMinutes: 2880 }, 'graceMinutes', /1,440/],
    ['a seal at no word', { seal: { minWords: 0, lift: 'never' } }, 'seal.minWords', /at least 1/],
    ['a seal that lifts somehow', { seal: { minWords: null, lift: 'someday' } }, 'seal.lift', /./],
    ['unknown openings', { openings: 'anything' }, 'openings', /./],
    ['unknown readers', { readers: 'parents' }, 'readers', /./],
    ['a threading of its own', { threading: 'spiral' }, 'threading', /./],
    ['holding some', { hold: 'some' }, 'hold', /./],
    ['telling a few', { told: 'few' }, 'told', /./],
    ['a shown score of its own', { display: 'stars' }, 'display', /./],
    [
      'a wish for -5 words',
      { recommended: { initial: -5, reply: null, post: null } },
      'recommended.initial',
      /./,
    ],
    [
      'no kind of file',
      { allowed: { ...rules.allowed, attachments: { kinds: [], number: 1, megabytes: 1 } } },
      'allowed.attachments.kinds',
      /at least one kind/,
    ],
    [
      'an unknown kind of file',
      { allowed: { ...rules.allowed, attachments: { kinds: ['program'], number: 1, megabytes: 1 } } },
      'allowed.attachments.kinds.0',
      /./,
    ],
    [
      '21 files',
      { allowed: { ...rules.allowed, attachments: { kinds: ['image'], number: 21, megabytes: 1 } } },
      'allowed.attachments.number',
      /20/,
    ],
    [
      'files of a gigabyte',
      { allowed: { ...rules.allowed, attachments: { kinds: ['image'], number: 1, megabytes: 1000 } } },
      'allowed.attachments.megabytes',
      /100/,
    ],
    [
      'editing for no minutes',
      { allowed: { ...rules.allowed, edit: { minutes: 0 } } },
      'allowed.edit.minutes',
      /./,
    ],
    ['ready at no post', { ready: { when: { atLeast: 0 }, afterLastDue: true } }, 'ready.when.atLeast', /./],
    [
      'a prerequisite of 120 %',
      { prerequisites: [{ forumId: 'other', condition: { kind: 'score', atLeast: 12_000 } }] },
      'prerequisites.0.condition.atLeast',
      /100 %/,
    ],
    [
      'a date after 2100',
      { schedule: { ...rules.schedule, initialDue: 5e12 } },
      'schedule.initialDue',
      /2100/,
    ],
    [
      'own terms of a year and a day',
      {
        ownTerms: [
          {
            id: 'own1',
            targets: { kind: 'students', ids: ['ines'] },
            dates: { initialDue: { plusMinutes: 530_000 } },
            numbers: {},
          },
        ],
      },
      'ownTerms.0.dates.initialDue.plusMinutes',
      /./,
    ],
    [
      'own terms for a planet',
      { ownTerms: [{ id: 'own1', targets: { kind: 'planets', ids: [] }, dates: {}, numbers: {} }] },
      'ownTerms.0.targets.kind',
      /./,
    ],
    [
      'a part without a name',
      { evaluation: { ...rules.evaluation, parts: [{ ...PART, title: ' ' }] } },
      'evaluation.parts.0.title',
      /name/,
    ],
    [
      'a part without points',
      { evaluation: { ...rules.evaluation, parts: [{ ...PART, maximum: 0 }] } },
      'evaluation.parts.0.maximum',
      /above 0/,
    ],
    [
      'a maximum of 2,000',
      { evaluation: { ...rules.evaluation, maximum: 200_000 } },
      'evaluation.maximum',
      /1,000/,
    ],
    [
      'a lateness of 101 %',
      { evaluation: { ...rules.evaluation, lateness: { kind: 'perDay', percent: 10_100, atMost: 5000 } } },
      'evaluation.lateness.percent',
      /100 %/,
    ],
    ['a rule nobody knows', { mood: 'calm' }, '', /./],
  ])('%s: the field is named', (_, change, field, says) => {
    const problems = refused(withRules(change));
    expect(Object.keys(problems)).toEqual([field === '' ? 'rules' : `rules.${field}`]);
    expect(Object.values(problems)[0]).toMatch(says);
  });

  it.each<[string, object, string, RegExp]>([
    [
      'posting that ends before it starts',
      { schedule: { ...rules.schedule, postingFrom: 2000, postingUntil: 1000 } },
      'schedule.postingUntil',
      /before it starts/,
    ],
    [
      'visibility that ends before it starts',
      { schedule: { ...rules.schedule, visibleFrom: 2000, visibleUntil: 1000 } },
      'schedule.visibleUntil',
      /before it starts/,
    ],
    [
      'more people than replies',
      { required: { ...rules.required, replies: 2, different: 3 } },
      'required.different',
      /At most 2/,
    ],
    [
      'an attachment that is not allowed',
      { required: { ...rules.required, attachment: 1 }, allowed: { ...rules.allowed, attach: false } },
      'required.attachment',
      /Allow attachments/,
    ],
    [
      'a sealed journal',
      { readers: 'staff', seal: { minWords: null, lift: 'never' } },
      'seal',
      /only staff read/,
    ],
    ['groups of no plan', { readers: 'group', groupPlanId: null }, 'groupPlanId', /Choose a group plan/],
    [
      'more answers than questions',
      { openings: 'answerQuestions', questions: [QUESTION], required: { ...rules.required, questions: 2 } },
      'required.questions',
      /At most 1/,
    ],
    [
      'answers to a question that is retired',
      {
        openings: 'answerQuestions',
        questions: [{ ...QUESTION, retired: true }],
        required: { ...rules.required, questions: 1 },
      },
      'required.questions',
      /At most 0/,
    ],
  ])('%s: seen across fields, told at one', (_, change, field, says) => {
    const problems = refused(withRules(change));
    expect(Object.keys(problems)).toEqual([`rules.${field}`]);
    expect(Object.values(problems)[0]).toMatch(says);
  });

  it('a title is trimmed, and has to say something', () => {
    expect(forumSettings.parse({ ...sound, title: '  The weir  ' }).title).toBe('The weir');
    expect(refused({ ...sound, title: '   ' })).toEqual({ title: 'Give the forum a title.' });
    expect(refused({ ...sound, title: 'x'.repeat(161) })).toEqual({ title: 'At most 160 characters.' });
  });
  it('a start and an end in the same minute are let through; core tells of them as an empty window', () => {
    expect(
      refused(withRules({ schedule: { ...rules.schedule, postingFrom: 1000, postingUntil: 1000 } })),
    ).toEqual({});
  });
  it('questions that are not asked set no bound', () => {
    const required = { ...rules.required, questions: 2 };
    expect(refused(withRules({ openings: 'answerPrompt', questions: [], required }))).toEqual({});
  });
});
