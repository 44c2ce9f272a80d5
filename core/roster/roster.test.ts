import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { at, course, forum, post, revision, student, terms } from '../testing/fixtures';
import { moveChanges } from './moveChanges';
import { matchColumns, readRoster, type KnownPerson } from './readRoster';
import { groupsOfSize, splitIntoGroups } from './splitIntoGroups';

const zone = 'Europe/Lisbon';
const known: KnownPerson[] = [
  {
    id: 'ines',
    isStudent: true,
    removed: false,
    studentNumber: 'FH1',
    givenName: 'Ines',
    familyName: 'Vardanyan',
    preferredName: null,
    sortableName: 'Vardanyan, Ines',
    email: 'ines@fenwick-hollow.example',
    section: 'Morning',
    enrolledFrom: at('01-26 08:00'),
  },
  {
    id: 'teodora',
    isStudent: false,
    removed: false,
    studentNumber: null,
    givenName: 'Teodora',
    familyName: 'Maric',
    preferredName: null,
    sortableName: 'Maric, Teodora',
    email: 'teodora@fenwick-hollow.example',
    section: null,
    enrolledFrom: at('01-26 08:00'),
  },
];
const HEADS = ['Student number', 'Given name', 'Family name', 'E-mail', 'Section', 'Enrolled from'];
const read = (rows: string[][], heads = HEADS) =>
  readRoster([heads, ...rows], matchColumns(heads), known, ['Morning', 'Evening'], zone);

describe('a roster file', () => {
  it('knows its columns by their names, in any order and spelling', () => {
    expect(matchColumns(['E-MAIL', 'last name', 'First Name', 'student_number'])).toEqual({
      email: 0,
      familyName: 1,
      givenName: 2,
      studentNumber: 3,
    });
    expect(matchColumns(['colour', 'size'])).toEqual({});
  });
  it('adds, changes by number or e-mail, and leaves what is the same', () => {
    const rows = read([
      ['FH1', 'Ines', 'Vardanyan', 'INES@fenwick-hollow.example', 'morning', ''],
      ['', 'Inês', '', 'ines@fenwick-hollow.example', '', ''],
      ['FH9', 'Noor', 'van Dijk', 'noor@fenwick-hollow.example', 'Twilight', '2026-02-23'],
    ]);
    expect(rows.map(({ kind, knownId }) => [kind, knownId])).toEqual([
      ['same', 'ines'],
      ['error', 'ines'],
      ['new', null],
    ]);
    expect(rows[1]!.notes[0]).toBe('The e-mail ines@fenwick-hollow.example stands in line 2 already.');
    expect(rows[2]!.notes).toEqual(['makes the section Twilight']);
    expect(rows[2]!.fields.enrolledFrom).toBe(at('02-23 00:00'));
    const [moved] = read([['FH1', '', '', '', 'Evening', '']]);
    expect(moved).toMatchObject({ kind: 'changed', notes: ['section: Morning → Evening'] });
  });
  it.each<[string[], string]>([
    [['FH2', 'Hana', 'L', 'not a mail', '', ''], 'not an e-mail address'],
    [['FH2', 'Hana', 'L', '', '', ''], 'There is no e-mail'],
    [['FH2', '', '', 'hana@fenwick-hollow.example', '', ''], 'There is no name'],
    [['FH2', 'Hana', 'L', 'hana@fenwick-hollow.example', '', '23.2.26'], 'is not a day'],
    [['FH1', 'T', 'M', 'teodora@fenwick-hollow.example', '', ''], 'the e-mail Maric'],
    [['', 'T', 'M', 'teodora@fenwick-hollow.example', '', ''], 'is staff in this course'],
    [['FH2', 'x'.repeat(90), 'L', 'hana@fenwick-hollow.example', '', ''], 'too long'],
  ])('says what is wrong with %j', (row, said) => {
    const [found] = read([row]);
    expect(found!.kind).toBe('error');
    expect(found!.notes.join(' ')).toContain(said);
  });
  it('splits "Family, Given", takes guards off, and brings the removed back', () => {
    const rows = readRoster(
      [
        ['Name', 'E-mail', 'Number'],
        ['Rahimi, Laleh', 'laleh@fenwick-hollow.example', "'=FH7"],
        ['', '', ''],
        ['Vardanyan, Ines', 'ines@fenwick-hollow.example', 'FH1'],
      ],
      { sortableName: 0, email: 1, studentNumber: 2 },
      [{ ...known[0]!, removed: true }],
      [],
      zone,
    );
    expect(rows[0]).toMatchObject({
      kind: 'new',
      fields: { givenName: 'Laleh', familyName: 'Rahimi', studentNumber: '=FH7' },
    });
    expect(rows[1]).toMatchObject({ line: 4, kind: 'changed', notes: ['comes back to the roster'] });
  });
});

describe('dealing into groups', () => {
  const seats = fc.array(fc.constantFrom('morning', 'evening', null), { minLength: 1, maxLength: 60 });
  it('sizes differ by one at most, everyone is in one group, locked students stay', () => {
    fc.assert(
      fc.property(
        seats,
        fc.integer({ min: 1, max: 9 }),
        fc.constantFrom('random' as const, 'sectionsMixed' as const),
        fc.integer({ min: 1, max: 1000 }),
        (sections, count, by, seed) => {
          const students = sections.map((sectionId, index) => ({ id: `s${index}`, sectionId }));
          const groups = Array.from({ length: count }, (_, index) => `g${index}`);
          const locked = new Map([['s0', groups[count - 1]!]]);
          let state = seed;
          const random = () => (state = (state * 16_807) % 2_147_483_647) / 2_147_483_647;
          const placed = splitIntoGroups(students, groups, locked, by, random);
          expect(placed.size).toBe(students.length);
          expect(placed.get('s0')).toBe(groups[count - 1]);
          const sizes = groups.map((group) => [...placed.values()].filter((at) => at === group).length);
          expect(Math.max(...sizes) - Math.min(...sizes)).toBeLessThanOrEqual(1);
        },
      ),
    );
  });
  it('balanced by section, every group has its share of each', () => {
    const students = Array.from({ length: 24 }, (_, index) => ({
      id: `s${index}`,
      sectionId: index < 12 ? 'morning' : 'evening',
    }));
    const placed = splitIntoGroups(students, ['a', 'b', 'c', 'd'], new Map(), 'sectionsMixed', () => 0.4);
    for (const group of ['a', 'b', 'c', 'd'])
      expect(students.filter((s) => s.sectionId === 'morning' && placed.get(s.id) === group)).toHaveLength(3);
  });
  it('groups of a size: none smaller, where there are enough students', () => {
    expect([groupsOfSize(36, 5), groupsOfSize(3, 5), groupsOfSize(10, 0)]).toEqual([7, 1, 10]);
  });
});

describe('a move in mid-term', () => {
  const groups = [
    { id: 'linnet', planId: 'streams' },
    { id: 'marl', planId: 'streams' },
  ];
  const f = forum({
    readers: 'group',
    groupPlanId: 'streams',
    seal: { minWords: 10, lift: 'never' },
    schedule: { initialDue: at('03-04 23:59') },
    ownTerms: [
      terms('late', {
        targets: { kind: 'groups', ids: ['marl'] },
        dates: { initialDue: { plusMinutes: 1440 } },
      }),
    ],
  });
  const before = [
    student('ines', { groupIds: ['linnet'] }),
    student('bram', { groupIds: ['marl'] }),
    student('chidi'),
  ];
  const posts = [post('one', 'ines', [revision(at('03-02 10:00'), 40)], { spaceId: 'linnet' })];
  const t = at('03-03 10:00');
  const change = (after: typeof before, forums = [f]) =>
    moveChanges(
      course({ students: before, forums, posts, groups }),
      course({ students: after, forums, posts, groups }),
      t,
    );
  it('says what stays behind, what is sealed again, and whose dates differ', () => {
    const after = [student('ines', { groupIds: ['marl'] }), before[1]!, before[2]!];
    expect(change(after)).toEqual([
      {
        studentId: 'ines',
        forumId: 'forum',
        from: 'linnet',
        to: 'marl',
        posts: 1,
        reading: 'reseals',
        dates: true,
      },
    ]);
  });
  it('says who loses or gains the forum, and nothing of drafts or of who stays', () => {
    const after = [before[0]!, student('bram'), student('chidi', { groupIds: ['linnet'] })];
    expect(change(after).map(({ studentId, reading }) => [studentId, reading])).toEqual([
      ['bram', 'loses'],
      ['chidi', 'gains'],
    ]);
    expect(change(before)).toEqual([]);
    expect(change(after, [{ ...f, status: 'draft' }])).toEqual([]);
  });
});
