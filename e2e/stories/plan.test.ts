import { Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { when } from '../times';
import { story } from '../story';

describe('the plan', () => {
  const s = story();

  it('is a plain list for screen readers, with dates in words and what the checks found', async () => {
    const { page } = s;
    await page.enter('Teodora Maric', '/c/rvc210/plan');
    await page.sees('8 weeks · 14 forums · 36 students');
    const list = await page.driver.executeScript<string>("return document.querySelector('main').textContent");
    expect(list).toContain('posting Fri 27 Feb, 08:00 – Tue 10 Mar, 23:59');
    expect(list).toContain('initial post due Wed 4 Mar, 23:59; 3 replies due Mon 9 Mar, 23:59.');
    await page.click('link', /^Paying for the flood/);
    await page.sees('It disappears before posting ends.');
  });

  it('freezes and unfreezes; back to draft is refused once there are posts', async () => {
    const { page } = s;
    await page.go('/c/rvc210/plan?forum=weir-hearing');
    await page.click('button', 'Back to draft');
    await page.sees('Freeze it instead');
    await page.click('button', 'Freeze');
    await page.sees('Frozen: nobody can write now.');
    const student = await s.anotherPage();
    await student.enter('Sade Nkemelu', '/c/rvc210/discuss/weir-hearing');
    await student.sees('Staff have frozen this forum');
    expect(await student.has('button', 'Post your initial post')).toBe(false);
    await page.click('button', 'Unfreeze');
    await page.sees('Posting follows its dates again.');
    await student.driver.navigate().refresh();
    await student.find('button', 'Post your initial post');
  });

  it('warns with names before a change seals anyone again', async () => {
    const { page } = s;
    await page.go('/c/rvc210/plan/small-rivers/edit');
    await page.type('Words that open the seal', '300');
    await page.sees('300 words; then all of them');
    await page.click('button', 'Save');
    await page.sees('This changes who can read');
    await page.sees('Sealed again, until they write more:');
    await page.sees('Bram Oyelaran');
    await page.press(Key.ESCAPE);
    await page.type('Words that open the seal', '', { clear: true });
    await page.type('Minutes of grace', '15', { clear: true });
    await page.click('button', 'Save');
    await page.sees('Counts and scores follow');
  });

  it('tells two people who change the same forum', async () => {
    const { page } = s;
    await page.go('/c/rvc210/plan/letters/edit');
    await page.find('textbox', 'Title');
    const anselm = await s.anotherPage();
    await anselm.enter('Anselm Okonjo', '/c/rvc210/plan/letters/edit');
    await anselm.type('Title', ' (Anselm)');
    await anselm.click('button', 'Save as draft');
    await anselm.sees('Saved as a draft.');
    await page.type('Title', ' (Teodora)');
    await page.click('button', 'Save as draft');
    await page.sees('Someone else saved this forum meanwhile');
    await page.sees('its title is now “Letters to the water board (Anselm)”');
    await page.click('button', 'Save mine over it');
    await page.sees('Saved as a draft.');
    await page.sees('Letters to the water board (Teodora)');
  });

  it('takes an image and headings in a prompt, and cleans what is pasted', async () => {
    const { page } = s;
    await page.go('/c/rvc210/plan/map-left-out/edit');
    const prompt = await page.find('textbox', 'Prompt');
    await page.driver.executeScript(
      `const data = new DataTransfer();
       data.setData('text/html', '<h2>Look again</h2><p style="mso-x:1"><a name="_Toc1"></a>Draw <b>one</b> line.</p><ul><li>the bank</li></ul><script>alert(1)</script>');
       arguments[0].focus();
       arguments[0].dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));`,
      prompt,
    );
    const png =
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';
    await page.driver.executeScript(
      `const bytes = Uint8Array.from(atob(arguments[1]), (c) => c.charCodeAt(0));
       const data = new DataTransfer();
       data.items.add(new File([bytes], 'weir.png', { type: 'image/png' }));
       arguments[0].dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));`,
      prompt,
      png,
    );
    await page.until(
      () =>
        page.driver.executeScript<boolean>(
          'return document.querySelector(\'[role=textbox][aria-label=Prompt] img[src^="/api/files/"]\') !== null',
        ),
      'the image',
    );
    await page.click('button', 'Save as draft');
    await page.sees('Saved as a draft.');
    const saved = (await page.fetch('get', '/api/courses/rvc210/forums/map-left-out/settings')).body as {
      promptHtml: string;
    };
    expect(saved.promptHtml).toContain('<h2>Look again</h2>');
    expect(saved.promptHtml).toContain('<strong>one</strong>');
    expect(saved.promptHtml).toMatch(/<img src="\/api\/files\/[a-z0-9]+"/);
    expect(saved.promptHtml).not.toMatch(/script|mso|_Toc/);
    // An image in a draft’s prompt is not for students.
    const image = /\/api\/files\/[a-z0-9]+/.exec(saved.promptHtml)![0];
    const student = await s.anotherPage();
    await student.enter('Wei Liu');
    expect((await student.fetch('get', image)).status).toBe(404);
  });

  it.each([
    [
      'a word processor',
      `<html><head><style>p.MsoNormal{margin:0}</style></head><body lang=EN-GB><!--[if gte mso 9]><xml></xml><![endif]-->
       <p class=MsoTitle>On weirs<o:p></o:p></p>
       <p class=MsoListParagraphCxSpFirst style='text-indent:-18pt;mso-list:l0 level1 lfo1'><span style='mso-list:Ignore'>1.<span style='font:7pt'>&nbsp;&nbsp;</span></span>Read the <b style='mso-bidi-font-weight:normal'>law</b></p>
       <p class=MsoListParagraphCxSpMiddle style='mso-list:l0 level2 lfo1'><span style='mso-list:Ignore'>a.</span>the older one</p>
       <p class=MsoListParagraphCxSpLast style='mso-list:l0 level1 lfo1'><span style='mso-list:Ignore'>2.</span>Walk the bank</p>
       <p class=MsoNormal><a name="_Toc12"></a>Ask the miller<span style='mso-special-character:comment'><a href="#_msocom_1">[A1]</a></span>.</p><p class=MsoNormal>&nbsp;</p></body></html>`,
      '<h2>On weirs</h2><ol><li><p>Read the <strong>law</strong></p><ol><li><p>the older one</p></li></ol></li><li><p>Walk the bank</p></li></ol><p>Ask the miller.</p>',
    ],
    [
      'a web editor',
      `<b style="font-weight:normal;" id="doc-1"><h1 dir="ltr"><span style="font-size:20pt">Before you write</span></h1><p dir="ltr"><span style="font-weight:700;color:#000">Bold</span><span style="font-weight:400"> and </span><span style="font-style:italic">leaning</span></p><ul><li dir="ltr"><p><span>one</span></p></li><ul><li dir="ltr"><p><span>inner</span></p></li></ul></ul></b>`,
      '<h2>Before you write</h2><p><strong>Bold</strong> and <em>leaning</em></p><ul><li><p>one</p><ul><li><p>inner</p></li></ul></li></ul>',
    ],
    [
      'a web page',
      `<div class="x" onclick="evil()"><p style="color:red">See <a href="https://rivers.example/a?utm_source=mail&id=7&fbclid=Z" target="_top">the report</a>, <a href="javascript:alert(1)">not this</a>.</p><iframe src="https://rivers.example"></iframe><table><tr><th>Year</th><td>1802</td></tr></table></div>`,
      '<p>See <a target="_blank" rel="noopener noreferrer nofollow" href="https://rivers.example/a?id=7">the report</a>, not this.</p>',
    ],
  ])('pasting from %s gives clean lists, headings and links', async (_from, html, wanted) => {
    const { page } = s;
    // What was pasted before is kept as an unsaved edit once its page is left.
    await page.go('/c/rvc210/plan');
    await page.driver.executeScript('localStorage.clear()');
    await page.go('/c/rvc210/plan/new');
    const prompt = await page.find('textbox', 'Prompt');
    const pasted = await page.driver.executeScript<string>(
      `const [field, html] = arguments;
       field.focus();
       const data = new DataTransfer();
       data.setData('text/html', html);
       field.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
       return field.innerHTML;`,
      prompt,
      html,
    );
    expect(pasted).toContain(wanted);
    expect(pasted).not.toMatch(/mso|Mso|utm_|fbclid|javascript|onclick|iframe|_Toc|\[A1\]|color:/);
  });

  it('moves the course clock, for everyone', async () => {
    const { page } = s;
    await page.go('/c/rvc210/plan');
    await page.click('button', /^RVC 210/);
    await page.find('dialog', 'Move the course clock');
    await page.setDate('It is now', '2026-03-17T09:00');
    await page.click('button', 'Move the clock');
    await page.sees('Tue 17 Mar, 09:00');
    expect(s.demo.clock.now()).toBeGreaterThanOrEqual(when('03-17 09:00'));
    const student = await s.anotherPage();
    await student.enter('Wei Liu');
    await student.sees('Paying for the flood');
  });
});
