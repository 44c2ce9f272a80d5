import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newForum } from '../../../../contract/newForum';
import { forumSettings, type ForumSettings } from '../../../../contract/forumSettings';
import { textOf } from '../../../../core/text/textOf';
import { fromWallClock } from '../../../../core/time/wallClock';
import { set } from 'react-hook-form';
import { withOffer } from '../../../scoring/partForm';
import { forumForm, readForum, type ForumForm } from './forumForm';
import { fieldOf } from '../../../forms/serverProblems';

const zone = 'Europe/Lisbon';
const base: ForumSettings = {
  ...newForum(),
  title: 'The weir hearing',
  prompt: textOf('Say what should happen.'),
};
const shown = (settings: ForumSettings) => forumForm(settings, zone).encode(settings);
/** Reads the form with some fields typed anew, by their paths. */
function read(change: Record<string, unknown>, settings = base) {
  const form = structuredClone(shown(settings));
  for (const [path, value] of Object.entries(change)) set(form, path, value);
  return readForum(form, settings, zone);
}

describe('the form of a forum', () => {
  it('says what it was given, for every date, seal, lateness and split', () => {
    const minute = fc.option(
      fc
        .integer({ min: Date.UTC(2026, 0, 1) / 60_000, max: Date.UTC(2026, 2, 28) / 60_000 })
        .map((m) => m * 60_000),
    );
    const lift = fc.oneof(
      fc.constantFrom('never' as const, 'whenPostingCloses' as const, 'atInitialDue' as const),
      fc.integer({ min: 28_000_000, max: 29_500_000 }).map((m) => ({ at: m * 60_000 })),
    );
    const lateness = fc.oneof(
      fc.constantFrom({ kind: 'none' as const }, { kind: 'noCredit' as const }),
      fc.record({
        kind: fc.constant('perDay' as const),
        percent: fc.nat({ max: 10_000 }),
        atMost: fc.nat({ max: 10_000 }),
      }),
    );
    fc.assert(
      fc.property(
        minute,
        minute,
        lift,
        lateness,
        fc.nat({ max: 1440 }),
        fc.integer({ min: 1, max: 999 }),
        (initialDue, repliesDue, liftRule, late, grace, share) => {
          const settings: ForumSettings = {
            ...base,
            rules: {
              ...base.rules,
              schedule: { ...base.rules.schedule, initialDue, repliesDue },
              graceMinutes: grace,
              seal: { minWords: null, lift: liftRule },
              evaluation: {
                ...base.rules.evaluation!,
                lateness: late,
                parts: [
                  { ...base.rules.evaluation!.parts[0]!, maximum: share },
                  { ...base.rules.evaluation!.parts[1]!, maximum: 1000 - share },
                ],
              },
            },
          };
          const { settings: back, problems } = read({}, settings);
          expect(problems).toEqual({});
          expect(back).toEqual(settings);
        },
      ),
    );
  });
  it('keeps what it does not show', () => {
    const ownTerms = [
      {
        id: 'own1',
        targets: { kind: 'sections' as const, ids: ['evening'] },
        dates: { initialDue: { plusMinutes: 60 } },
        numbers: {},
      },
    ];
    const settings = {
      ...base,
      rules: {
        ...base.rules,
        ownTerms,
        readers: 'section' as const,
        prerequisites: [{ forumId: 'first', condition: { kind: 'allPosts' as const } }],
      },
    };
    expect(read({ title: 'New' }, settings).settings.rules).toMatchObject({
      ownTerms,
      readers: 'section',
      prerequisites: [{ forumId: 'first' }],
    });
  });
  it('reads wall-clock minutes of the course', () => {
    const typed = { 'rules.schedule.initialDue': '2026-03-04T23:59' };
    expect(read(typed).settings.rules.schedule.initialDue).toBe(fromWallClock('2026-03-04T23:59', zone));
  });
  it('makes settings the server takes', () => {
    expect(
      forumSettings.safeParse(
        read({ 'rules.required.replies': '3', 'rules.required.different': '2' }).settings,
      ).success,
    ).toBe(true);
  });
  it.each<[Record<string, unknown>, string]>([
    [{ title: '  ' }, 'title'],
    [{ 'rules.required.initialMinWords': 'many' }, 'rules.required.initialMinWords'],
    [{ 'rules.required.replies': '51' }, 'rules.required.replies'],
    [{ 'rules.required.replies': '1', 'rules.required.different': '2' }, 'rules.required.different'],
    [{ 'rules.graceMinutes': '-5' }, 'rules.graceMinutes'],
    [{ 'rules.graceMinutes': '1441' }, 'rules.graceMinutes'],
    [{ 'rules.seal.minWords': '0' }, 'rules.seal.minWords'],
    [{ 'rules.seal.lift': 'at', 'rules.seal.at': '' }, 'rules.seal.at'],
    [{ 'rules.evaluation.maximum': '10.555' }, 'rules.evaluation.maximum'],
    [{ 'rules.evaluation.parts.0.maximum': '' }, 'rules.evaluation.parts.0.maximum'],
    [{ 'rules.evaluation.parts.0.title': ' ' }, 'rules.evaluation.parts.0.title'],
    [{ 'rules.readers': 'group', 'rules.groupPlanId': '' }, 'rules.groupPlanId'],
    [
      {
        'rules.openings': 'answerQuestions',
        'rules.questions': [{ id: 'first', retired: false, text: textOf('') }],
      },
      'rules.questions.0',
    ],
    [{ 'rules.required.attachment': true, 'rules.allowed.attach': false }, 'rules.required.attachment'],
    [
      { 'rules.allowed.edit.when': 'minutes', 'rules.allowed.edit.minutes': '0' },
      'rules.allowed.edit.minutes',
    ],
    [
      { 'rules.allowed.attach': true, 'rules.allowed.attachments.kinds': [] },
      'rules.allowed.attachments.kinds',
    ],
    [
      { 'rules.prerequisites': [{ forumId: 'other', kind: 'score', percent: '120' }] },
      'rules.prerequisites.0.percent',
    ],
    [{ 'rules.ready.when': 'atLeast', 'rules.ready.atLeast': '0' }, 'rules.ready.atLeast'],
    [
      { 'rules.evaluation.lateness.kind': 'perDay', 'rules.evaluation.lateness.percent': '101' },
      'rules.evaluation.lateness.percent',
    ],
    [
      {
        'rules.schedule.postingFrom': '2026-03-05T10:00',
        'rules.schedule.postingUntil': '2026-03-04T10:00',
      },
      'rules.schedule.postingUntil',
    ],
    [{ 'rules.schedule.visibleFrom': '2026-02-30T10:00' }, 'rules.schedule.visibleFrom'],
  ])('names what cannot be read: %j', (change, field) => {
    expect(Object.keys(read(change).problems)).toContain(field);
  });
  it('asks nothing of fields that belong to choices not made', () => {
    expect(
      read({
        'rules.ready.atLeast': '0',
        'rules.allowed.edit.minutes': 'x',
        'rules.seal.at': 'x',
        'rules.required.questions': 'x',
        'rules.evaluation.lookAgain.until': '',
        'rules.allowed.attachments.kinds': [],
      }).problems,
    ).toEqual({});
    const off = { 'rules.evaluation.on': false, 'rules.evaluation.maximum': 'x' };
    expect(read(off)).toMatchObject({ settings: { rules: { evaluation: null } }, problems: {} });
  });
  it('leaves out parts without points, and everything when not evaluated', () => {
    const parts = (change: Record<string, unknown>) => read(change).settings.rules.evaluation!.parts;
    const [, replies] = shown(base).rules.evaluation.parts;
    expect(
      parts({ 'rules.evaluation.maximum': '6', 'rules.evaluation.parts.1.maximum': '0' }).map(
        ({ basis }) => basis,
      ),
    ).toEqual(['initial']);
    expect(read({ 'rules.evaluation.on': false }).settings.rules.evaluation).toBeNull();
    const second = (offer: string) => parts({ 'rules.evaluation.parts.1': withOffer(replies!, offer) })[1];
    expect(second('direct')!.kind).toBe('direct');
    expect(second('completion 1')).toMatchObject({ kind: 'completion', allOrNothing: true });
  });
  it('tells required words from recommended ones', () => {
    const { rules } = read({
      'rules.recommended.initial': 'recommended',
      'rules.required.initialMinWords': '120',
    }).settings;
    expect(rules.required.initialMinWords).toBe(0);
    expect(rules.recommended.initial).toBe(120);
    expect(shown({ ...base, rules }).rules).toMatchObject({
      required: { initialMinWords: '120' },
      recommended: { initial: 'recommended' },
    });
  });
  it('keeps a journal without a seal, and groups only where groups read', () => {
    const journal = read({
      'rules.readers': 'staff',
      'rules.seal.on': true,
      'rules.groupPlanId': 'streams',
      'rules.openSpacesAfterClose': true,
    });
    expect(journal.settings.rules).toMatchObject({
      seal: null,
      groupPlanId: null,
      openSpacesAfterClose: false,
    });
    expect(forumSettings.safeParse(journal.settings).success).toBe(true);
  });
  it('knows where the server’s findings belong', () => {
    const form: ForumForm = shown(base);
    expect(fieldOf('settings.rules.schedule.visibleUntil', form, 'settings')).toBe(
      'rules.schedule.visibleUntil',
    );
    expect(fieldOf('settings.rules.required.different', form, 'settings')).toBe('rules.required.different');
    expect(fieldOf('settings.title', form, 'settings')).toBe('title');
    expect(fieldOf('rules.evaluation.maximum', form, 'settings')).toBe('rules.evaluation.maximum');
    expect(fieldOf('rules.evaluation.parts.0.criteria', form, 'settings')).toBe('rules.evaluation.parts.0');
  });
});
