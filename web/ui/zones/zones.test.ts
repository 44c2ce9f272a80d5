import { describe, expect, it } from 'vitest';
import { isZone } from '../../../core/time/isZone';
import { zonesFound } from './zones';

describe('time zones', () => {
  it('are found by a city, a country, or their own name, whatever accents and capitals are typed', () => {
    for (const [typed, zone] of [
      ['porto', 'Europe/Lisbon'],
      ['são pau', 'America/Sao_Paulo'],
      ['SAO', 'America/Sao_Paulo'],
      ['munich', 'Europe/Berlin'],
      ['india', 'Asia/Kolkata'],
      ['europe lisb', 'Europe/Lisbon'],
      ['utc', 'UTC'],
    ] as const)
      expect(
        zonesFound(typed).map(({ name }) => name),
        typed,
      ).toContain(zone);
    expect(zonesFound('nowhere-at-all')).toEqual([]);
  });
  it('are all zones the server takes', () => {
    expect(zonesFound('', 1000).filter(({ name }) => !isZone(name))).toEqual([]);
  });
});
