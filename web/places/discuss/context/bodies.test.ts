// @vitest-environment jsdom
import { describe, expect, it } from 'vitest';
import type { PostBody } from '../../../../contract/posts';
import { Bodies } from './bodies';

const body = (id: string, html = id) => ({ id, html }) as PostBody;
const settle = () => new Promise((resolve) => setTimeout(resolve, 40));
function server(answer: (id: string) => PostBody | null = body) {
  const asked: string[][] = [];
  const bodies = new Bodies(async (ids) => {
    asked.push([...ids]);
    return ids.flatMap((id) => answer(id) ?? []);
  });
  return { asked, bodies };
}

describe('texts that are fetched as posts are laid out', () => {
  it('come together in one request, and only where they are not here', async () => {
    const { asked, bodies } = server();
    bodies.seed([body('a')]);
    for (const id of ['a', 'b', 'c', 'b']) bodies.want([id]);
    await settle();
    expect(asked).toEqual([['b', 'c']]);
    expect(bodies.get('c')).toEqual(body('c'));
  });
  it('more than fifty come in several', async () => {
    const { asked, bodies } = server();
    bodies.want(Array.from({ length: 120 }, (_, n) => `p${n}`));
    await settle();
    await settle();
    expect(asked.map((ids) => ids.length)).toEqual([50, 50, 20]);
  });
  it('of posts that are looked at are fetched again when the forum is heard of anew, others when they are wanted', async () => {
    let version = 1;
    const { asked, bodies } = server((id) => body(id, `${id} ${version}`));
    bodies.want(['a', 'b']);
    await settle();
    let heard = 0;
    const stop = bodies.watch('a', () => heard++);
    version = 2;
    bodies.renew([body('c')]);
    await settle();
    expect(asked.at(-1)).toEqual(['a']);
    expect([heard, bodies.get('a')!.html, bodies.get('b')!.html]).toEqual([1, 'a 2', 'b 1']);
    stop();
    bodies.want(['b']);
    await settle();
    expect(bodies.get('b')!.html).toBe('b 2');
    bodies.renew([]);
    await settle();
    expect(asked.at(-1)).toEqual(['b']);
  });
  it('that have not changed tell nobody', async () => {
    const { bodies } = server();
    bodies.seed([body('a')]);
    let heard = 0;
    bodies.watch('a', () => heard++);
    bodies.renew([body('a')]);
    await settle();
    expect(heard).toBe(0);
  });
  it('that do not come are asked for again', async () => {
    let fails = true;
    const bodies = new Bodies(async (ids) => {
      if (fails) throw new Error('no connection');
      return ids.map((id) => body(id));
    });
    bodies.want(['a']);
    await settle();
    expect(bodies.get('a')).toBeUndefined();
    fails = false;
    bodies.want(['a']);
    await settle();
    expect(bodies.get('a')).toEqual(body('a'));
  });
  it('are all here before everything is printed', async () => {
    const { asked, bodies } = server((id) => (id === 'gone' ? null : body(id)));
    await bodies.all(['a', 'gone', 'b']);
    expect(asked).toEqual([['a', 'gone', 'b']]);
    expect([bodies.get('a')?.id, bodies.get('gone')]).toEqual(['a', undefined]);
  });
  it('that everyone hears leave one’s own nod and report as they are known, and are not known for what was never fetched', () => {
    const { bodies } = server();
    const nods = (mine: number | null, count: number) => ({ mine, count, mean: null, may: { yes: true } });
    const known = { ...body('a'), reported: true, nods: nods(1, 1) } as PostBody;
    bodies.seed([known]);
    const shared = (id: string) => ({ ...body(id, 'new'), reported: false, nods: nods(null, 2) }) as PostBody;
    bodies.putShared([shared('a'), shared('b'), shared('c')], ['c']);
    expect(bodies.get('a')).toEqual({ ...shared('a'), reported: true, nods: nods(1, 2) });
    expect(bodies.get('b')).toBeUndefined();
    expect(bodies.get('c')).toEqual(shared('c'));
  });
  it('are fetched again once something was done to their post here', async () => {
    let version = 1;
    const { asked, bodies } = server((id) => body(id, `${id} ${version}`));
    bodies.seed([body('a', 'a 1'), body('b', 'b 1')]);
    version = 2;
    bodies.again(['a']);
    await settle();
    expect(asked).toEqual([['a']]);
    expect([bodies.get('a')!.html, bodies.get('b')!.html]).toEqual(['a 2', 'b 1']);
  });
});
