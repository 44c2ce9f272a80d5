import { describe, expect, it } from 'vitest';
import { story } from '../story';

describe('what a week brings', () => {
  const s = story();

  it('a student asks for more time, and has it once it is granted', async () => {
    const { page } = s;
    await page.enter('Ilse Maas', '/c/rvc210/my-work');
    await page.click('link', 'The weir hearing');
    await page.click('button', 'Ask for more time');
    await page.find('dialog', 'Ask for more time in The weir hearing');
    await page.type('Why', 'I am with my brother in hospital until Saturday.');
    await page.setDate('Until when', '2026-03-08T23:59');
    await page.inDialog('Ask for more time');
    await page.sees('waits for an answer');
    const teodora = await s.anotherPage();
    await teodora.enter('Teodora Maric', '/c/rvc210/waiting');
    await teodora.sees('I am with my brother in hospital until Saturday.');
    await teodora.click('button', 'Give more time … to Ilse Maas');
    await teodora.find('dialog', 'More time for Ilse Maas');
    await teodora.type('A message to the student, if you like', 'Take care of him.');
    await teodora.inDialog('Give more time');
    await teodora.sees('Ilse Maas has more time.');
    await page.sees('Teodora Maric: Take care of him.');
    await page.sees('due Sun 8 Mar, 23:59');
  });

  it('what is due while someone is away is moved or excused, and undone at a click', async () => {
    const { page } = s;
    await page.enter('Teodora Maric', '/c/rvc210/roster');
    await page.click('button', /^Quist, Sunniva/);
    await page.click('button', /^Time away/);
    await page.find('dialog', 'Time away for Sunniva Quist');
    await page.setDate('First day away', '2026-03-04');
    await page.setDate('Last day away', '2026-03-12');
    await page.sees('Posting until');
    await page.choose('What happens to A river runs under it', 'Excuse');
    await page.click('button', 'Change 3 forums');
    await page.sees('Done in 3 forums for Sunniva.');
    await page.sees(/Small rivers, large pipes posting to Fri 20 Mar/);
    await page.click('button', 'Undo');
    await page.sees('The same as for everyone.');
  });

  it('a docket is shared out, and one’s own students are shown alone', async () => {
    const { page } = s;
    await page.enter('Teodora Maric', '/c/rvc210/evaluate/floodplain');
    await page.click('button', 'More to do with this docket');
    await page.click('menuitem', 'Share out among evaluators');
    await page.find('dialog', 'Share out the docket');
    await page.sees('12 students');
    await page.inDialog('Share out the docket');
    await page.click('button', /^Yours/);
    await page.sees('12, yours, by family name');
    const pilar = await s.anotherPage();
    await pilar.enter('Pilar Svensson', '/c/rvc210/evaluate/floodplain?evaluator=mine');
    await pilar.sees('12, yours, by family name');
  });

  it('a thread is pinned, and the answer marked, for the students to see', async () => {
    const { page } = s;
    await page.enter('Teodora Maric');
    const { posts } = (await page.fetch('get', '/api/courses/rvc210/forums/help-desk')).body as {
      posts: { id: string; parentId: string | null }[];
    };
    const reply = posts.find(({ parentId }) => parentId !== null)!;
    const at = (id: string) => `/c/rvc210/discuss/help-desk#post-${id}`;
    await page.inMenuAt(at(reply.id), 'Mark as the answer');
    await page.sees('Marked as the answer.');
    await page.inMenuAt(at(reply.parentId!), 'Pin the thread on top');
    await page.sees('The thread is pinned to the top.');
    await page.enter('Ilse Maas', '/c/rvc210/discuss/help-desk');
    await page.sees('pinned');
    await page.click('link', 'go to the answer');
    expect(await page.path()).toContain(`#post-${reply.id}`);
  });
});
