import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { COINED } from './coined';

describe('the words of our own', () => {
  it('are explained by the sentences that docs/words.md gives them', () => {
    const listed = readFileSync('docs/words.md', 'utf8');
    for (const sentence of Object.values(COINED)) expect(listed).toContain(`| ${sentence} |`);
  });
});
