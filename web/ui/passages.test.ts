// @vitest-environment jsdom
import { describe, expect, it } from 'vitest';
import { changedPassages, placeOf, withPassages } from './passages';

const HTML =
  '<p>The weir <em>holds</em> the water, and the weir holds the town.</p><blockquote class="quotation"><p>the weir holds nothing</p></blockquote><p>Who pays?</p>';
const mark = (text: string, nth = 0, id = 'aa') => ({ id, text, nth });
const marked = (html: string) => {
  const { body } = new DOMParser().parseFromString(html, 'text/html');
  return [...body.querySelectorAll('mark')].map((each) => `${each.dataset.passage}:${each.textContent}`);
};

describe('passages of a post', () => {
  it('are marked across other marks and paragraphs, with their number after the last', () => {
    expect(marked(withPassages(HTML, [mark('weir holds the water')]))).toEqual([
      'aa:weir ',
      'aa:holds',
      'aa: the water1',
    ]);
    expect(marked(withPassages(HTML, [mark('town.Who pays?')]))).toEqual(['aa:town.', 'aa:Who pays?1']);
  });
  it('are told apart by which occurrence they are, and never lie in what is quoted', () => {
    expect(withPassages(HTML, [mark('weir', 1)])).toContain(
      'the <mark class="passage" data-passage="aa">weir',
    );
    expect(marked(withPassages(HTML, [mark('weir', 2)]))).toEqual([]);
    expect(marked(withPassages(HTML, [mark('nothing')]))).toEqual([]);
  });
  it('may overlap', () => {
    const both = withPassages(HTML, [mark('holds the town', 0, 'aa'), mark('the town', 0, 'bb')]);
    expect(marked(both).join('|')).toContain('bb:the town');
    expect(new DOMParser().parseFromString(both, 'text/html').body.textContent).toContain('the town21.');
  });
  it('say which of them were changed in the post since', () => {
    const all = [mark('weir', 1, 'aa'), mark('weir', 2, 'bb'), mark('nothing', 0, 'cc'), mark('', 0, 'dd')];
    expect([...changedPassages(HTML, all)]).toEqual(['bb', 'cc']);
    expect(changedPassages(HTML.replaceAll('weir', 'dam'), all)).toEqual(new Set(['aa', 'bb', 'cc']));
  });
  it('leave a post as it is where they mean the whole of it', () => {
    expect(withPassages(HTML, [mark('')])).toBe(HTML);
  });
  it('are found from what is selected, and marked where they were selected', () => {
    document.body.innerHTML = `<div id="post">${HTML}</div><p>Elsewhere</p>`;
    const root = document.getElementById('post')!;
    const select = (from: [Node, number], to: [Node, number]) => {
      const range = document.createRange();
      range.setStart(...from);
      range.setEnd(...to);
      return placeOf(root, range);
    };
    const [first, quoted, second] = [...root.querySelectorAll('p')].map((p) => p.lastChild!);
    expect(select([first!, 20], [first!, 24])).toEqual({ text: 'weir', nth: 1 });
    expect(select([first!, 35], [second!, 3])).toEqual({ text: 'town.Who', nth: 0 });
    expect(select([quoted!, 0], [quoted!, 8])).toBeNull();
    expect(select([first!, 3], [document.body.lastChild!.firstChild!, 2])).toBeNull();
  });
});
