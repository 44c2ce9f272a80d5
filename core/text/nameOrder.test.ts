import { describe, expect, it } from 'vitest';
import { nameOrder } from './nameOrder';

describe('names in order', () => {
  it('stand by the letters people see', () => {
    const names = ['Zhou', 'Łukasz', 'adams', 'Đặng', 'Émile', 'Östberg', 'Osei', 'Волга'];
    expect([...names].sort(nameOrder)).toEqual([
      'adams',
      'Đặng',
      'Émile',
      'Łukasz',
      'Osei',
      'Östberg',
      'Zhou',
      'Волга',
    ]);
  });
});
