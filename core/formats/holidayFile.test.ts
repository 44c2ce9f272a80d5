import { describe, expect, it } from 'vitest';
import { holidaysIn, HolidayFileError } from './holidayFile';

const term = { from: '2026-02-02', to: '2026-04-30' };
const file = (...events: string[]) =>
  [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Fenwick Hollow College//Terms//EN',
    ...events.flatMap((event) => [
      'BEGIN:VEVENT',
      'DTSTAMP:20250901T000000Z',
      ...event.split('\n'),
      'END:VEVENT',
    ]),
    'END:VCALENDAR',
    '',
  ].join('\r\n');
const read = (...events: string[]) => holidaysIn(file(...events), term);

describe('a calendar of holidays', () => {
  it('gives the times of whole days in the term, each with its name', () => {
    expect(
      read(
        'UID:a\nDTSTART;VALUE=DATE:20260403\nSUMMARY:Good Friday',
        'UID:b\nDTSTART;VALUE=DATE:20260216\nDTEND;VALUE=DATE:20260221\nSUMMARY:Reading week\\, no classes',
        'UID:c\nDTSTART;VALUE=DATE:20260210\nDURATION:P2D\nSUMMARY:Open days',
      ),
    ).toEqual([
      { from: '2026-02-10', to: '2026-02-11', title: 'Open days' },
      { from: '2026-02-16', to: '2026-02-20', title: 'Reading week, no classes' },
      { from: '2026-04-03', to: '2026-04-03', title: 'Good Friday' },
    ]);
  });
  it('leaves out what has a time of day, is cancelled, or lies outside the term', () => {
    expect(
      read(
        'UID:a\nDTSTART:20260403T090000Z\nSUMMARY:A meeting',
        'UID:b\nDTSTART;VALUE=DATE:20260404\nSTATUS:CANCELLED\nSUMMARY:Off',
        'UID:c\nDTSTART;VALUE=DATE:20251225\nSUMMARY:Before',
      ),
    ).toEqual([]);
    // One that began before the term and reaches into it belongs to it.
    expect(read('UID:d\nDTSTART;VALUE=DATE:20260130\nDTEND;VALUE=DATE:20260204\nSUMMARY:Long')).toHaveLength(
      1,
    );
  });
  it('expands what repeats, with what was taken out and changed', () => {
    const every = 'UID:a\nDTSTART;VALUE=DATE:20260206\nRRULE:FREQ=WEEKLY;COUNT=4\nEXDATE;VALUE=DATE:20260213';
    expect(
      read(
        `${every}\nSUMMARY:No classes`,
        'UID:a\nRECURRENCE-ID;VALUE=DATE:20260220\nDTSTART;VALUE=DATE:20260221\nSUMMARY:Moved',
      ),
    ).toEqual([
      { from: '2026-02-06', to: '2026-02-06', title: 'No classes' },
      { from: '2026-02-21', to: '2026-02-21', title: 'Moved' },
      { from: '2026-02-27', to: '2026-02-27', title: 'No classes' },
    ]);
    expect(read('UID:y\nDTSTART;VALUE=DATE:20000425\nRRULE:FREQ=YEARLY\nSUMMARY:A day of freedom')).toEqual([
      { from: '2026-04-25', to: '2026-04-25', title: 'A day of freedom' },
    ]);
  });
  it('ends with what repeats for ever, and reads on past what makes no sense', () => {
    const days = read('UID:a\nDTSTART;VALUE=DATE:19900101\nRRULE:FREQ=DAILY\nSUMMARY:For ever');
    expect(days).toHaveLength(88);
    const every = 'DTSTART;VALUE=DATE:19900101\nRRULE:FREQ=DAILY\nSUMMARY:For ever';
    expect(() => read(`UID:a\n${every}`, `UID:b\n${every}`)).toThrow('repeats too often');
    expect(read('UID:b\nSUMMARY:No day at all', 'UID:c\nDTSTART;VALUE=DATE:20260403\nSUMMARY:Fine')).toEqual([
      { from: '2026-04-03', to: '2026-04-03', title: 'Fine' },
    ]);
  });
  it('says what is wrong with a file that is none', () => {
    for (const text of ['', 'Dear all,', 'BEGIN:VCALENDAR\r\nBEGIN:VEVENT', 'a'.repeat(2_000_001)])
      expect(() => holidaysIn(text, term), text.slice(0, 20)).toThrow(HolidayFileError);
  });
});
