// @vitest-environment jsdom
import { afterEach, describe, expect, it } from 'vitest';
import { passageIn, selectedPassage } from './passage';

const HTML =
  '<blockquote class="quotation"><p>Ines said this.</p><footer>Ines</footer></blockquote><p>The first line.</p><p>The <b>second</b> line.</p>';
function page() {
  document.body.innerHTML = `<div data-quotable="bram-1">${HTML}</div><div data-quotable="chidi-1"><p>Another post.</p></div><p>No post.</p>`;
  return [...document.querySelectorAll('p')];
}
function select(from: Node, to: Node = from) {
  const range = document.createRange();
  range.setStart(from, 0);
  range.setEnd(to, to.childNodes.length);
  document.getSelection()!.removeAllRanges();
  document.getSelection()!.addRange(range);
}
afterEach(() => document.getSelection()?.removeAllRanges());

describe('what is quoted from a post', () => {
  it('is what is selected in it', () => {
    const [, , second] = page();
    select(second!);
    expect(selectedPassage()).toMatchObject({ post: 'bram-1', passage: 'The second line.' });
    expect(passageIn('bram-1', HTML)).toBe('The second line.');
  });
  it('is its first paragraph where nothing is selected, or only elsewhere', () => {
    const [, , , another] = page();
    expect(passageIn('bram-1', HTML)).toBe('The first line.');
    select(another!);
    expect(passageIn('bram-1', HTML)).toBe('The first line.');
  });
  it('is none of what the post quotes itself', () => {
    const [quoted, , second] = page();
    select(quoted!, second!);
    expect(selectedPassage()!.passage).toBe('The first line.\nThe second line.');
  });
  it('is nothing across posts, outside of posts, or in a post without words', () => {
    const [quoted, , , another, none] = page();
    select(quoted!, another!);
    expect(selectedPassage()).toBeNull();
    select(none!);
    expect(selectedPassage()).toBeNull();
    document.getSelection()!.removeAllRanges();
    expect(selectedPassage()).toBeNull();
    expect(passageIn('x', '<img src="/api/files/x">')).toBe('');
  });
});
