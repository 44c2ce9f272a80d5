import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { csvCell, csvFile, plainCell } from './csv';

describe('CSV', () => {
  it('quotes by RFC 4180 and guards what a spreadsheet would run', () => {
    expect(
      csvFile([
        ['a', 'b "c"', 'd,e'],
        ['=1+1', '-2.50', '@x'],
      ]),
    ).toBe('a,"b ""c""","d,e"\r\n\'=1+1,-2.50,\'@x\r\n');
    expect(csvCell('+351 210')).toBe("'+351 210");
    for (const cell of ['＝1+1', '＋1', '－1', '−1', '＠x', '﹢1', ' =1+1', '\u00a0＝1'])
      expect(csvCell(cell)).toBe(`'${cell}`);
    expect(csvCell('a = b − c')).toBe('a = b − c');
  });
  it('gives back what was written, whatever it was', () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.string(), { minLength: 2, maxLength: 4 }), { minLength: 1, maxLength: 4 }),
        (rows) => {
          const { data } = Papa.parse<string[]>(csvFile(rows).slice(0, -2), {
            delimiter: ',',
            newline: '\r\n',
          });
          expect(data.map((row) => row.map(plainCell))).toEqual(rows);
        },
      ),
    );
  });
});
