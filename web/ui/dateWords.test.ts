import { describe, expect, it } from 'vitest';
import { dueWords, ownTimeWords } from './dateWords';

describe('times where the reader is', () => {
  const zone = 'Europe/Lisbon';
  const due = Date.UTC(2026, 2, 4, 23, 59);
  it('stand beside the course’s where they differ, with the day where it is another', () => {
    expect(ownTimeWords(due, zone, 'Europe/Lisbon')).toBeNull();
    expect(ownTimeWords(due, zone, 'Europe/London')).toBeNull();
    expect(ownTimeWords(due, zone, 'America/New_York')).toBe('18:59 in New York');
    expect(ownTimeWords(due, zone, 'Asia/Tokyo')).toBe('Thu 5 Mar, 08:59 in Tokyo');
    expect(dueWords(due, zone, 'Asia/Tokyo')).toBe('Wed 4 Mar, 23:59 (Thu 5 Mar, 08:59 in Tokyo)');
    expect(dueWords(due, zone, zone)).toBe('Wed 4 Mar, 23:59');
  });
});
