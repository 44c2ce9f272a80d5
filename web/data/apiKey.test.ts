import { describe, expect, it } from 'vitest';
import { listAllCourses } from '../../contract/admin';
import { getCourse } from '../../contract/course';
import { getForum, listForums } from '../../contract/discuss';
import { getDesk, getDocket } from '../../contract/evaluate';
import { getSession } from '../../contract/session';
import { answersOf, apiKey, madeStale, ofCourse, staleBy } from './apiKey';

const course = 'rvc210';
const keys = {
  session: apiKey(getSession, {}),
  course: apiKey(getCourse, { course }),
  asBram: apiKey(getCourse, { course }, 'as=bram&at=1'),
  forums: apiKey(listForums, { course }),
  forum: apiKey(getForum, { course, forum: 'floodplain' }),
  docket: apiKey({ ...getDocket, path: `${getDocket.path}?names=hidden` }, { course, forum: 'floodplain' }),
  desk: apiKey(getDesk, { course, forum: 'floodplain', student: 'bram' }),
  otherDocket: apiKey(getDocket, { course, forum: 'weir' }),
  elsewhere: apiKey(getCourse, { course: 'other' }),
  courses: apiKey(listAllCourses, {}),
};
const chosen = (filter: (key: unknown) => boolean) =>
  Object.entries(keys).flatMap(([name, key]) => (filter(key) ? [name] : []));

describe('the keys of what the browser keeps', () => {
  it('are chosen by course, and by endpoint whatever was asked with it', () => {
    expect(chosen(ofCourse())).toHaveLength(8);
    expect(chosen(ofCourse('other'))).toEqual(['elsewhere']);
    expect(chosen(answersOf(getCourse, { course }))).toEqual(['course', 'asBram']);
    expect(chosen(answersOf(getSession, {}))).toEqual(['session']);
    expect(chosen(answersOf(getDocket, { course, forum: 'floodplain' }))).toEqual(['docket']);
  });
  it('are made stale by what their endpoints say, in the forums it was heard of', () => {
    expect(chosen(madeStale(['posts'], course, ['floodplain']))).toEqual(['forums', 'docket', 'desk']);
    expect(chosen(madeStale(['ready'], course, []))).toEqual(['course', 'asBram']);
    expect(chosen(madeStale(['scores'], course, ['weir']))).toEqual(['course', 'asBram', 'otherDocket']);
    expect(chosen(madeStale(['notices'], course, []))).toEqual([]);
  });
  it('are made stale by what was written: all of the course, or what rests on it, in the forum it was about', () => {
    const here = { course, forum: 'floodplain' };
    expect(chosen(staleBy(['course'], { course }))).toHaveLength(7);
    expect(chosen(staleBy(['course'], {}))).toHaveLength(8);
    expect(chosen(staleBy(['posts'], here))).toEqual(['forums', 'forum', 'docket', 'desk']);
    expect(chosen(staleBy(['scores'], { course }))).toEqual([
      'course',
      'asBram',
      'docket',
      'desk',
      'otherDocket',
    ]);
    expect(chosen(staleBy(['marks'], here))).toEqual(['forums']);
    // A course that is made stands in a list that belongs to none.
    expect(chosen(staleBy(['people'], { course: 'new' }))).toEqual(['courses']);
  });
  it('of other libraries are left alone', () => {
    for (const key of ['/api/courses/rvc210', null, 5, {}]) expect(ofCourse()(key)).toBe(false);
  });
});
