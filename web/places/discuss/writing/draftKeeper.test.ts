// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { textOf } from '../../../../core/text/textOf';
import type { RichNode } from '../../../../core/text/richText';
import { DraftKeeper, type Kept } from './draftKeeper';
import { DraftStore, type KeptDraft } from './draftStore';

const PLACE = { course: 'rivers', forum: 'floodplain', key: 'open', person: 'noor' };
type Sent = Pick<KeptDraft, 'doc' | 'files' | 'postId' | 'after'> | null;

/** A browser with tabs, and a server whose answers come when the test says so. */
function machine() {
  const kept = new Map<string, string>();
  const store: Storage = {
    getItem: (key) => kept.get(key) ?? null,
    setItem: (key, value) => void kept.set(key, value),
    removeItem: (key) => void kept.delete(key),
    key: (n) => [...kept.keys()][n] ?? null,
    clear: () => kept.clear(),
    get length() {
      return kept.size;
    },
  };
  const sent: { draft: Sent; answer: (kept: Kept) => void }[] = [];
  let ids = 0;
  let clock = 0;
  const posted = new Set<string>();
  const open = (tab = 'one', fromServer: RichNode | null = null) =>
    new DraftKeeper(
      {
        store: new DraftStore(PLACE, tab, store),
        keep: (draft) => new Promise((answer) => sent.push({ draft, answer })),
        newId: () => `post-${++ids}`,
        now: () => ++clock,
        isPosted: (id) => posted.has(id),
        changed: () => undefined,
      },
      fromServer && { doc: fromServer, files: [], savedAt: 5, postId: null },
      { doc: null, files: [] },
    );
  const answer = async (n: number, is: Kept) => {
    sent[n]!.answer(is);
    await vi.advanceTimersByTimeAsync(0);
  };
  return { open, sent, answer, posted };
}
const says = (doc: RichNode | null) => JSON.stringify(doc ?? '');
const text = (words: string) => ({ doc: textOf(words) });

describe('a draft', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  it('keeps what was typed while a slow save was under way, also when the page is left before its answer', async () => {
    const m = machine();
    const keeper = m.open();
    keeper.change(text('The first half'));
    await vi.advanceTimersByTimeAsync(900);
    expect(m.sent).toHaveLength(1);
    keeper.change(text('The first half and the second'));
    keeper.leave();
    await m.answer(0, { was: 'kept', at: 100 });
    const again = m.open();
    expect(says(again.draft.doc)).toContain('and the second');
  });
  it('is saved one after the other, the newest last, and is said to be kept only when all of it is', async () => {
    const m = machine();
    const keeper = m.open();
    keeper.change(text('one'));
    await vi.advanceTimersByTimeAsync(900);
    keeper.change(text('one two'));
    await vi.advanceTimersByTimeAsync(900);
    expect(m.sent).toHaveLength(1);
    await m.answer(0, { was: 'kept', at: 100 });
    expect(keeper.state.kind).toBe('keeping');
    await vi.advanceTimersByTimeAsync(0);
    expect(m.sent.map(({ draft }) => [says(draft!.doc).includes('two'), draft!.after])).toEqual([
      [false, null],
      [true, 100],
    ]);
    await m.answer(1, { was: 'kept', at: 200 });
    expect(keeper.state).toEqual({ kind: 'kept', at: 200 });
  });
  it('is the one this tab kept last, also where the page still has an older one from the server', async () => {
    const m = machine();
    const keeper = m.open('one', textOf('old'));
    keeper.change(text('new'));
    await vi.advanceTimersByTimeAsync(900);
    await m.answer(0, { was: 'kept', at: 100 });
    expect(says(m.open('one', textOf('old')).draft.doc)).toContain('new');
    expect(m.sent).toHaveLength(1);
  });
  it('goes to the server at once when its composer goes away', async () => {
    const m = machine();
    m.open().change(text('half a thought'));
    const keeper = m.open('two');
    keeper.change(text('another'));
    keeper.leave();
    expect(m.sent).toHaveLength(1);
  });
  it('that was sent does not come back, whenever the last save is answered', async () => {
    const m = machine();
    const keeper = m.open();
    keeper.change(text('Done.'));
    await vi.advanceTimersByTimeAsync(900);
    keeper.finish(false);
    await m.answer(0, { was: 'kept', at: 100 });
    expect(m.open().draft.doc).toBeNull();
  });
  it('has the id of the post it will be, also after the tab was closed while the post was under way', () => {
    const m = machine();
    const keeper = m.open();
    keeper.change(text('On its way'));
    expect(m.open().postId).toBe(keeper.postId);
    m.posted.add(keeper.postId);
    const after = m.open();
    expect(after.draft.doc).toBeNull();
    expect(after.postId).not.toBe(keeper.postId);
  });
  it('that was sent from another tab stays here as what would be another post', async () => {
    const m = machine();
    const keeper = m.open();
    keeper.change(text('Sent there, and more'));
    const before = keeper.postId;
    await vi.advanceTimersByTimeAsync(900);
    await m.answer(0, { was: 'sent' });
    expect([keeper.state.kind, says(keeper.draft.doc).includes('more'), keeper.postId === before]).toEqual([
      'sentElsewhere',
      true,
      false,
    ]);
  });
  it('in two tabs is two drafts: the later one is told, and neither is lost', async () => {
    const m = machine();
    const [one, two] = [m.open('one'), m.open('two')];
    one.change(text('from one'));
    two.change(text('from two'));
    await vi.advanceTimersByTimeAsync(900);
    await m.answer(0, { was: 'kept', at: 100 });
    const theirs = { doc: textOf('from one'), savedAt: 100 };
    await m.answer(1, { was: 'other', theirs });
    expect(two.state).toEqual({ kind: 'elsewhere', theirs });
    two.change(text('from two, going on'));
    await vi.advanceTimersByTimeAsync(5000);
    expect(m.sent).toHaveLength(2);
    expect(says(m.open('two').draft.doc)).toContain('going on');
    two.settle('below');
    await vi.advanceTimersByTimeAsync(0);
    const last = m.sent.at(-1)!.draft!;
    expect([says(last.doc).includes('going on'), says(last.doc).includes('from one'), last.after]).toEqual([
      true,
      true,
      100,
    ]);
    expect(two.turn).toBe(1);
  });
  it('that a closed tab left unsaved is taken over by the next', async () => {
    const m = machine();
    m.open('closed').change(text('left behind'));
    const next = m.open('next', textOf('older, from the server'));
    expect(says(next.draft.doc)).toContain('left behind');
    expect(says(m.open('a third').draft.doc)).toContain('left behind');
  });
  it('is tried again while the server cannot be reached, and stays where nobody is signed in', async () => {
    const m = machine();
    const keeper = m.open();
    keeper.change(text('offline'));
    await vi.advanceTimersByTimeAsync(900);
    await m.answer(0, { was: 'unreachable' });
    expect(keeper.state.kind).toBe('onlyHere');
    await vi.advanceTimersByTimeAsync(5000);
    expect(m.sent).toHaveLength(2);
    await m.answer(1, { was: 'signedOut' });
    await vi.advanceTimersByTimeAsync(60_000);
    expect([m.sent.length, keeper.state.kind]).toEqual([2, 'signedOut']);
  });
  it('that is thrown away is dropped after the save under way', async () => {
    const m = machine();
    const keeper = m.open();
    keeper.change(text('never mind'));
    await vi.advanceTimersByTimeAsync(900);
    keeper.finish(true);
    expect(m.sent).toHaveLength(1);
    await m.answer(0, { was: 'kept', at: 100 });
    expect(m.sent.at(-1)!.draft).toBeNull();
  });
});
