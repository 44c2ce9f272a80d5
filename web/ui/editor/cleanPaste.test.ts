// @vitest-environment jsdom
import { describe, expect, it } from 'vitest';
import { cleanAddress, cleanPaste } from './cleanPaste';

/** Spaces between elements mean nothing. */
const clean = (html: string) => cleanPaste(html).replace(/>\s+</g, '><').replace(/\s+/g, ' ').trim();

describe('addresses', () => {
  it.each([
    ['https://example.org/a?utm_source=x&id=3&fbclid=y', 'https://example.org/a?id=3'],
    ['https://example.org/a?utm_medium=mail', 'https://example.org/a'],
    ['https://example.org/a#rivers', 'https://example.org/a#rivers'],
    ['mailto:pilar@fenwick-hollow.example', 'mailto:pilar@fenwick-hollow.example'],
  ])('%s stays as %s', (from, to) => expect(cleanAddress(from)).toBe(to));
  it.each([
    'javascript:alert(1)',
    ' javascript:alert(1)',
    'data:text/html,x',
    'file:///c:/x',
    '#top',
    'notes.html',
    '',
    'https://',
  ])('“%s” leads nowhere', (from) => expect(cleanAddress(from)).toBeNull());
});

describe('from a word processor', () => {
  it('numbered and bulleted paragraphs become lists, without their marks', () => {
    const paragraph = (level: number, mark: string, text: string) =>
      `<p class=MsoListParagraph style='mso-list:l0 level${level} lfo1'><span style='mso-list:Ignore'>${mark}<span style='font:7.0pt "Times New Roman"'>&nbsp;&nbsp;</span></span>${text}<o:p></o:p></p>`;
    expect(clean(paragraph(1, '·', 'Rain') + paragraph(1, '·', 'Snow'))).toBe(
      '<ul><li>Rain</li><li>Snow</li></ul>',
    );
    expect(clean(paragraph(1, '1.', 'First') + paragraph(1, '2.', 'Second'))).toBe(
      '<ol><li>First</li><li>Second</li></ol>',
    );
    expect(
      clean(paragraph(1, '1)', 'Outer') + paragraph(2, 'a)', 'Inner') + paragraph(1, '2)', 'After')),
    ).toBe('<ol><li>Outer<ol><li>Inner</li></ol></li><li>After</li></ol>');
  });
  it('a paragraph in between ends a list', () => {
    const item = `<p style='mso-list:l0 level1 lfo1'><span style='mso-list:Ignore'>·</span>Item</p>`;
    expect(clean(`${item}<p>Between</p>${item}`)).toBe(
      '<ul><li>Item</li></ul><p>Between</p><ul><li>Item</li></ul>',
    );
  });
  it('a title and headings become the two levels that a prompt has', () => {
    expect(clean('<p class=MsoTitle>Title</p><h1>One</h1><h2>Two</h2><h4>Four</h4><h6>Six</h6>')).toBe(
      '<h2>Title</h2><h2>One</h2><h2>Two</h2><h3>Four</h3><h3>Six</h3>',
    );
  });
  it('comments, notes and conditional marks go; what they stood beside stays', () => {
    expect(
      clean(
        `<p>The weir<a href="#_ftn1"><span>[1]</span></a> holds<a style='mso-comment-reference:A_1' href="#_msocom_1">[A1]</a>.</p>` +
          `<![if !supportFootnotes]><div style='mso-element:comment'>A comment</div><![endif]>` +
          `<!--[if gte mso 9]><xml><o:Settings/></xml><![endif]-->`,
      ),
    ).toBe('<p>The weir holds.</p>');
  });
  it('elements of its own names are taken out, their text is not', () => {
    expect(clean('<p><o:p>Rain</o:p><st1:place>Lisbon</st1:place></p>')).toBe('<p>RainLisbon</p>');
  });
});

describe('from a web page or a web editor', () => {
  it('bold, italic and underline in styles become marks', () => {
    expect(
      clean(
        '<p><span style="font-weight:700">bold</span><span style="font-style:italic">slanted</span><span style="text-decoration:underline">lined</span></p>',
      ),
    ).toBe('<p><strong>bold</strong><em>slanted</em><u>lined</u></p>');
  });
  it('a bold wrapper that is not bold goes, and so does a span that says nothing', () => {
    expect(clean('<b style="font-weight:normal"><p><span style="color:#c00">Plain</span></p></b>')).toBe(
      '<p>Plain</p>',
    );
    expect(clean('<p><i style="font-style:normal">upright</i></p>')).toBe('<p>upright</p>');
  });
  it('both at once are both', () => {
    expect(clean('<p><span style="font-weight:bold;font-style:italic">both</span></p>')).toBe(
      '<p><em><strong>both</strong></em></p>',
    );
  });
  it('an underlined link is only a link', () => {
    expect(
      clean(
        '<p><a href="https://example.org/?utm_source=x"><span style="text-decoration:underline">here</span></a></p>',
      ),
    ).toBe('<p><a href="https://example.org/">here</a></p>');
  });
  it('links that lead nowhere lose their link and keep their words', () => {
    expect(clean('<p><a href="javascript:alert(1)">press</a> <a href="#part2">part two</a></p>')).toBe(
      '<p>press part two</p>',
    );
  });
  it('a list that stands straight in a list belongs to the item before it', () => {
    expect(clean('<ul><li>One</li><ul><li>Inner</li></ul><li>Two</li></ul>')).toBe(
      '<ul><li>One<ul><li>Inner</li></ul></li><li>Two</li></ul>',
    );
    expect(clean('<ul><ul><li>Deep</li></ul></ul>')).toBe('<ul><li><ul><li>Deep</li></ul></li></ul>');
  });
  it('an item without a list gets one', () => {
    expect(clean('<div><li>Alone</li></div>')).toBe('<div><ul><li>Alone</li></ul></div>');
  });
  it('styles, classes, handlers, scripts and frames do not come along', () => {
    const result = clean(
      '<style>p{color:red}</style><script>alert(1)</script><p class="x" style="margin:0" onclick="alert(1)" id="a" data-x="1">Text<iframe src="https://example.org"></iframe><img src="x" onerror="alert(1)"></p>',
    );
    expect(result).toBe('<p>Text</p>');
  });
  it('tables keep what spans, and lose the rest', () => {
    expect(
      clean(
        '<table border=1 width=500><tbody><tr><td colspan=2 bgcolor=red>Both</td></tr><tr><td>a</td><td>b</td></tr></tbody></table>',
      ),
    ).toBe('<table><tbody><tr><td colspan="2">Both</td></tr><tr><td>a</td><td>b</td></tr></tbody></table>');
  });
  it('a numbered list keeps the number it starts with', () => {
    expect(clean('<ol start="4" class="x"><li>Four</li></ol>')).toBe('<ol start="4"><li>Four</li></ol>');
  });
  it('a cell or a list beyond what a text may hold loses its number', () => {
    expect(clean('<ol start="-3"><li>x</li></ol><ol start="999999999"><li>x</li></ol>')).toBe(
      '<ol><li>x</li></ol><ol><li>x</li></ol>',
    );
    expect(clean('<table><tbody><tr><td colspan="1000" rowspan="51">x</td></tr></tbody></table>')).toBe(
      '<table><tbody><tr><td>x</td></tr></tbody></table>',
    );
  });
  it('empty paragraphs and headings go', () => {
    expect(clean('<p>&nbsp;</p><h2><br></h2><p>Text</p><p></p>')).toBe('<p>Text</p>');
  });
  it('damaged nesting is mended, and nothing at all is nothing', () => {
    expect(clean('<p>One<p>Two<b>bold')).toBe('<p>One</p><p>Two<b>bold</b></p>');
    expect(clean('')).toBe('');
    expect(clean('<!-- only a comment -->')).toBe('');
  });
  it('what is clean already stays as it is', () => {
    const html =
      '<h2>Title</h2><p>A <strong>word</strong> and a <a href="https://example.org/">link</a>.</p><ul><li><p>Item</p></li></ul>';
    expect(clean(html)).toBe(html);
    expect(clean(clean(html))).toBe(html);
  });
});
