// @vitest-environment jsdom
import { describe, expect, it } from 'vitest';
import { textOfHtml } from './textOfHtml';

describe('the text of a post, for comparing', () => {
  it('has a line for each block, and none that are empty', () => {
    expect(
      textOfHtml('<p>One <b>two</b></p><ul><li><p>three</p></li><li><p>four</p></li></ul><p>five<br>six</p>'),
    ).toBe('One two\nthree\nfour\nfive\nsix');
    expect(textOfHtml('')).toBe('');
  });
});
