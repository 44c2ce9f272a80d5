import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { newForum } from '../../../contract/newForum';
import { forumSettings, type ForumSettings } from '../../../contract/forumSettings';
import { textOf } from '../../../core/text/textOf';
import { fromWallClock } from '../../../core/time/wallClock';
import { fieldOf, fromForm, toForm, type ForumForm } from './forumForm';

const zone = 'Europe/Lisbon';
const base: ForumSettings = {
  ...newForum(),
  title: 'The weir hearing',
  prompt: textOf('Say what should happen.'),
};
const read = (change: Partial<ForumForm>, settings = base) =>
  fromForm({ ...toForm(settings, zone), ...change }, settings, zone);

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
          const { settings: back, problems } = fromForm(toForm(settings, zone), settings, zone);
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
    const dates = { ...toForm(base, zone).dates, initialDue: '2026-03-04T23:59' };
    expect(read({ dates }).settings.rules.schedule.initialDue).toBe(fromWallClock('2026-03-04T23:59', zone));
  });
  it('makes settings the server takes', () => {
    expect(forumSettings.safeParse(read({ replies: '3', different: '2' }).settings).success).toBe(true);
  });
  it.each<[Partial<ForumForm>, string]>([
    [{ title: '  ' }, 'title'],
    [{ initialMinWords: 'many' }, 'initialMinWords'],
    [{ replies: '51' }, 'replies'],
    [{ replies: '1', different: '2' }, 'different'],
    [{ graceMinutes: '-5' }, 'graceMinutes'],
    [{ graceMinutes: '1441' }, 'graceMinutes'],
    [{ sealWords: '0' }, 'sealWords'],
    [{ lift: 'at', liftAt: '' }, 'liftAt'],
    [{ maximum: '10.555' }, 'maximum'],
    [{ parts: [{ ...toForm(base, zone).parts[0]!, points: '' }] }, 'parts.0.points'],
    [{ parts: [{ ...toForm(base, zone).parts[0]!, title: ' ' }] }, 'parts.0.title'],
    [{ readers: 'group', groupPlanId: '' }, 'groupPlanId'],
    [
      { openings: 'answerQuestions', questions: [{ id: 'first', retired: false, text: textOf('') }] },
      'questions.0',
    ],
    [{ attachment: true, attach: false }, 'attachment'],
    [{ edit: 'minutes', editMinutes: '0' }, 'editMinutes'],
    [{ attach: true, attachKinds: [] }, 'attachKinds'],
    [{ prerequisites: [{ forumId: 'other', kind: 'score', percent: '120' }] }, 'prerequisites.0'],
    [{ ready: 'atLeast', readyPosts: '0' }, 'readyPosts'],
    [{ lateness: 'perDay', percentADay: '101' }, 'percentADay'],
    [
      {
        dates: {
          ...toForm(base, zone).dates,
          postingFrom: '2026-03-05T10:00',
          postingUntil: '2026-03-04T10:00',
        },
      },
      'postingUntil',
    ],
    [{ dates: { ...toForm(base, zone).dates, visibleFrom: '2026-02-30T10:00' } }, 'visibleFrom'],
  ])('names what cannot be read: %j', (change, field) => {
    expect(Object.keys(read(change).problems)).toContain(field);
  });
  it('leaves out parts without points, and everything when not evaluated', () => {
    const [initial, replies] = toForm(base, zone).parts;
    expect(
      read({
        maximum: '6',
        parts: [initial!, { ...replies!, points: '0' }],
      }).settings.rules.evaluation!.parts.map(({ basis }) => basis),
    ).toEqual(['initial']);
    expect(read({ evaluated: false }).settings.rules.evaluation).toBeNull();
    const direct = read({ parts: [initial!, { ...replies!, kind: 'direct' }] });
    expect(direct.settings.rules.evaluation!.parts[1]!.kind).toBe('direct');
    const all = read({ parts: [initial!, { ...replies!, kind: 'allOrNothing' }] });
    expect(all.settings.rules.evaluation!.parts[1]).toMatchObject({ kind: 'completion', allOrNothing: true });
  });
  it('tells required words from recommended ones', () => {
    const { rules } = read({ initialWordsMode: 'recommended', initialMinWords: '120' }).settings;
    expect(rules.required.initialMinWords).toBe(0);
    expect(rules.recommended.initial).toBe(120);
    expect(toForm({ ...base, rules }, zone)).toMatchObject({
      initialMinWords: '120',
      initialWordsMode: 'recommended',
    });
  });
  it('keeps a journal without a seal, and groups only where groups read', () => {
    const journal = read({
      readers: 'staff',
      sealed: true,
      groupPlanId: 'streams',
      openSpacesAfterClose: true,
    });
    expect(journal.settings.rules).toMatchObject({
      seal: null,
      groupPlanId: null,
      openSpacesAfterClose: false,
    });
    expect(forumSettings.safeParse(journal.settings).success).toBe(true);
  });
  it('knows where the server’s findings belong', () => {
    expect(fieldOf('settings.rules.schedule.visibleUntil')).toBe('dates.visibleUntil');
    expect(fieldOf('settings.rules.required.different')).toBe('different');
    expect(fieldOf('settings.title')).toBe('title');
    expect(fieldOf('rules.evaluation.maximum')).toBe('maximum');
    expect(fieldOf('something.else')).toBeNull();
  });
});
