import { describe, expect, it } from 'vitest';
import { readPasted } from './pastedColumn';

const student = (id: string, studentNumber: string, sortable: string) => ({
  id,
  studentNumber,
  email: `${id}@fenwick-hollow.example`,
  sortable,
});
const all = [
  student('tomas', '11', 'Abreu, Tomás'),
  student('leilani', '12', 'Brandt, Leilani'),
  student('chidi', '13', 'Halloran, Chidi'),
];
const read = (text: string, from = 0) =>
  readPasted(text, all.slice(from), all, 1000).map(({ line, student: who, value, problem }) => [
    line,
    who,
    problem ?? value,
  ]);

describe('a pasted column', () => {
  it('goes down the students from where it is pasted', () => {
    expect(read('8.5\r\n9\r\n', 1)).toEqual([
      [1, 'leilani', 850],
      [2, 'chidi', 900],
    ]);
  });
  it('leaves out its head, and leaves what stands where a cell is empty', () => {
    expect(read('Map quiz\n8,5\n\nexcused')).toEqual([
      [2, 'tomas', 850],
      [4, 'chidi', 'excused'],
    ]);
  });
  it('names whom it means in its first cells, in any order', () => {
    expect(read('Student\tQuiz\nHalloran, Chidi\t7\n11\t8\nleilani@fenwick-hollow.example\tnone')).toEqual([
      [2, 'chidi', 700],
      [3, 'tomas', 800],
      [4, 'leilani', null],
    ]);
  });
  it('says what cannot be entered, line by line', () => {
    expect(read('11\t11\n99\t5\n12\tfive\n12\t5\n13\t-1')).toEqual([
      [1, 'tomas', 'aboveMaximum'],
      [2, null, 'nobody'],
      [3, 'leilani', 'notANumber'],
      [4, 'leilani', 'twice'],
      [5, 'chidi', 'negative'],
    ]);
    expect(read('1\n2\n3\n4')).toContainEqual([4, null, 'beyond']);
  });
  it('is a head only where something stands below it', () => {
    expect(read('five')).toEqual([[1, 'tomas', 'notANumber']]);
  });
});
