import { describe, expect, it } from 'vitest';
import { itemHeads, matchTable, stampHead, studentFinder } from './gradebookTable';

const items = [
  { id: 'weir', title: 'The weir hearing', maximum: 1000 },
  { id: 'twin1', title: 'Journal', maximum: 1000 },
  { id: 'twin2', title: 'Journal', maximum: 1000 },
  { id: 'essay', title: 'Essay (draft)', maximum: 2050 },
];

describe('the columns of a file', () => {
  it('are known by their heads, wherever they stand', () => {
    const heads = [
      stampHead(17),
      ...itemHeads(items).reverse(),
      'Letter',
      'name',
      'E-MAIL',
      'Student number',
    ];
    const { columns, record } = matchTable(heads, items);
    expect(record).toBe(17);
    expect(columns.map((column) => (column.kind === 'item' ? column.itemId : column.kind))).toEqual([
      'stamp',
      'essay',
      'twin2',
      'twin1',
      'weir',
      'ignored',
      'person',
      'person',
      'person',
    ]);
  });
  it('are known by the title alone where only one item has it, and otherwise said why not', () => {
    const { columns } = matchTable(
      ['The Weir  hearing', 'Essay (draft)', 'Journal', 'Essay (draft) (20.00)', 'Attendance'],
      items,
    );
    expect(columns).toMatchObject([
      { itemId: 'weir' },
      { itemId: 'essay' },
      { why: 'doubled' },
      { why: 'otherMaximum' },
      { why: 'unknown' },
    ]);
  });
  it('are not read where one stands twice', () => {
    const { columns } = matchTable(['The weir hearing', 'Name', 'The weir hearing (10.00)', 'name'], items);
    expect(columns).toMatchObject(Array.from({ length: 4 }, () => ({ kind: 'ignored', why: 'doubled' })));
  });
});

describe('the student of a row', () => {
  const student = (id: string, studentNumber: string | null, sortable = id) => ({
    id,
    studentNumber,
    email: `${id}@fenwick-hollow.example`,
    sortable,
  });
  const find = studentFinder([
    student('ines', '0042', 'Vardanyan, Ines'),
    student('bram', '7', 'Oyelaran, Bram'),
    student('twin', '007', 'Sato, Emi'),
    student('other', null, 'Sato, Emi'),
  ]);
  const row = (number = '', email = '', name = '') => find({ number, email, name });
  it('is found by number, by e-mail, by a number without its zeros, by name', () => {
    expect(row('0042')).toEqual({ student: 'ines' });
    expect(row('', 'BRAM@fenwick-hollow.example')).toEqual({ student: 'bram' });
    expect(row('42')).toEqual({ student: 'ines' });
    expect(row('007')).toEqual({ student: 'twin' });
    expect(row('', '', 'vardanyan,  ines')).toEqual({ student: 'ines' });
  });
  it('is nobody where none or two are meant, or the row contradicts itself', () => {
    expect(row('99', '', 'Nobody')).toEqual({ problem: 'nobody' });
    expect(row()).toEqual({ problem: 'nobody' });
    expect(row('', '', 'Sato, Emi')).toEqual({ problem: 'two' });
    expect(row('0007')).toEqual({ problem: 'two' });
    expect(row('7', 'ines@fenwick-hollow.example')).toEqual({ problem: 'contradiction' });
  });
});
