import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { FEW_ROWS } from '../../contract/gradebook';
import { loadCourse, type CourseSetup, type Member } from '../course/setup/courseCache';
import { withForum } from '../testing/testServer';
import { whomScoresConcern } from './whomScoresConcern';

describe('whom a score that changed is told to', () => {
  let c: Awaited<ReturnType<typeof withForum>>;
  let setup: CourseSetup;
  let item: string;
  beforeEach(async () => {
    c = await withForum();
    setup = (await loadCourse(c.server.db, 'rivers'))!;
    item = setup.cards.get('floodplain')!.itemId!;
  });
  afterEach(() => c.server.close());
  const withMember = (id: string, change: Partial<Member>): CourseSetup => ({
    ...setup,
    members: new Map([...setup.members, [id, { ...setup.members.get(id)!, ...change }]]),
  });

  it('are staff: not students, not who left, not who was never here', () => {
    const scores = [{ itemId: item, studentId: 'ines' }];
    const told = whomScoresConcern(setup, scores);
    expect(told('teodora')).toEqual({
      kind: 'scores',
      course: 'rivers',
      forums: ['floodplain'],
      students: ['ines'],
    });
    expect(told('ines')).toBeNull();
    expect(told('nobody')).toBeNull();
    expect(whomScoresConcern(withMember('teodora', { removed: true }), scores)('teodora')).toBeNull();
  });

  it('names each student and forum once, and no forum for what was entered by hand', () => {
    const told = whomScoresConcern(setup, [
      { itemId: item, studentId: 'ines' },
      { itemId: 'by-hand', studentId: 'ines' },
      { itemId: item, studentId: 'bram' },
    ])('teodora');
    expect(told).toMatchObject({ forums: ['floodplain'], students: ['ines', 'bram'] });
    expect(whomScoresConcern(setup, [{ itemId: 'by-hand', studentId: 'ines' }])('teodora')).toMatchObject({
      forums: [],
      students: ['ines'],
    });
  });

  it('names nobody where there are many', () => {
    const students = Array.from({ length: FEW_ROWS + 1 }, (_, n) => `student-${n}`);
    const many = {
      ...setup,
      students: new Map(students.map((id) => [id, { ...setup.students.get('ines')!, id }])),
    };
    const told = (n: number) =>
      whomScoresConcern(
        many,
        students.slice(0, n).map((studentId) => ({ itemId: item, studentId })),
      )('teodora');
    expect(told(FEW_ROWS)).toMatchObject({ students: students.slice(0, FEW_ROWS) });
    expect(told(FEW_ROWS + 1)).toMatchObject({ students: [] });
  });

  it('tells an assistant of sections only of their own students, and of their forums', () => {
    const evening = withMember('pilar', { sections: ['evening'] });
    const inEvening = {
      ...evening,
      students: new Map([
        ...evening.students,
        ['bram', { ...evening.students.get('bram')!, sectionId: 'evening' }],
        ['ines', { ...evening.students.get('ines')!, sectionId: 'morning' }],
      ]),
    };
    const told = whomScoresConcern(inEvening, [
      { itemId: item, studentId: 'ines' },
      { itemId: 'by-hand', studentId: 'bram' },
    ]);
    expect(told('pilar')).toMatchObject({ forums: [], students: ['bram'] });
    expect(told('teodora')).toMatchObject({ forums: ['floodplain'], students: ['ines', 'bram'] });
    expect(whomScoresConcern(inEvening, [{ itemId: item, studentId: 'ines' }])('pilar')).toBeNull();
  });
});
