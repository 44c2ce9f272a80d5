// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { LiveEvent } from '../../contract/live';
import { Gather } from './gather';
import { Live } from './live';

/** A stream a test speaks through. */
class Source extends EventTarget {
  static OPEN = 1;
  readyState = 1;
  closed = false;
  constructor(readonly address: string) {
    super();
  }
  close() {
    this.closed = true;
    this.readyState = 2;
  }
  say(type: string, data: object = {}, lastEventId = '') {
    this.dispatchEvent(new MessageEvent(type, { data: JSON.stringify(data), lastEventId }));
  }
}

/** A browser with tabs: channels that hear each other, and a lock that one of them has at a time. */
function browser() {
  const channels: { onmessage: ((event: MessageEvent) => void) | null }[] = [];
  const waiting: (() => Promise<void>)[] = [];
  let taken = false;
  const next = () => {
    const work = taken ? undefined : waiting.shift();
    if (!work) return;
    taken = true;
    void work().then(() => {
      taken = false;
      next();
    });
  };
  const sources: Source[] = [];
  const said: string[][] = [];
  const tab = () => {
    const channel = {
      onmessage: null as ((event: MessageEvent) => void) | null,
      postMessage: (data: unknown) => {
        for (const other of channels)
          if (other !== channel) other.onmessage?.(new MessageEvent('message', { data }));
      },
      close: () => void channels.splice(channels.indexOf(channel), 1),
    };
    channels.push(channel);
    const live = new Live({
      channel,
      alone: (work) => {
        waiting.push(work);
        next();
      },
      open: (address) => {
        const source = new Source(address);
        sources.push(source);
        return source as unknown as EventSource;
      },
      haveOpen: (stream, forums) => said.push([stream, ...forums.map(({ forum }) => forum)]),
    });
    const heard: LiveEvent[] = [];
    live.listen((event) => heard.push(event));
    return { live, heard };
  };
  return { tab, sources, said };
}
const changed: LiveEvent = { kind: 'course', course: 'rivers' };

beforeEach(() => {
  vi.stubGlobal('EventSource', { OPEN: 1, CLOSED: 2 });
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'setInterval', 'clearInterval', 'performance'] });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('the stream of a browser', () => {
  it('is one for all tabs, and each hears what comes', () => {
    const { tab, sources } = browser();
    const [one, other] = [tab(), tab()];
    expect(sources).toHaveLength(1);
    expect(one.live.isLive).toBe(false);
    sources[0]!.say('open', {}, 'a1');
    expect([one.live.isLive, other.live.isLive]).toEqual([true, true]);
    sources[0]!.say('message', changed, 'a2');
    expect([one.heard, other.heard]).toEqual([[changed], [changed]]);
    expect(tab().live.isLive).toBe(true);
  });
  it('is gone on with by another tab, where it stopped', async () => {
    const { tab, sources } = browser();
    const [one, other] = [tab(), tab()];
    sources[0]!.say('message', changed, 'a7');
    one.live.stop();
    await vi.advanceTimersByTimeAsync(0);
    expect(sources.map(({ address, closed }) => [address, closed])).toEqual([
      ['/api/live', true],
      ['/api/live?after=a7', false],
    ]);
    sources[1]!.say('message', changed, 'a8');
    expect(other.heard).toHaveLength(2);
    expect(one.heard).toHaveLength(1);
  });
  it('is opened again when it was refused, later each time, and when nothing was heard for long', async () => {
    const { tab, sources } = browser();
    const { live } = tab();
    sources[0]!.say('open', {}, 'a1');
    sources[0]!.readyState = 2;
    sources[0]!.dispatchEvent(new Event('error'));
    expect(live.isLive).toBe(false);
    await vi.advanceTimersByTimeAsync(2000);
    expect(sources).toHaveLength(2);
    expect(sources[1]!.address).toBe('/api/live?after=a1');
    sources[1]!.readyState = 2;
    sources[1]!.dispatchEvent(new Event('error'));
    await vi.advanceTimersByTimeAsync(4900);
    expect(sources).toHaveLength(2);
    await vi.advanceTimersByTimeAsync(200);
    expect(sources).toHaveLength(3);
    sources[2]!.say('open', {}, 'a1');
    for (let n = 0; n < 5; n++) {
      await vi.advanceTimersByTimeAsync(30_000);
      sources[2]!.say('beat');
    }
    expect(sources).toHaveLength(3);
    await vi.advanceTimersByTimeAsync(90_000);
    expect(sources).toHaveLength(4);
  });
  it('says which forums are open in all tabs, again to every new stream, and what is closed', async () => {
    const { tab, sources, said } = browser();
    const [one, other] = [tab(), tab()];
    const stop = other.live.haveOpen({ course: 'rivers', forum: 'hearing' });
    expect(said).toEqual([]);
    sources[0]!.say('open', { stream: 's1' }, 'a1');
    expect(said).toEqual([['s1', 'hearing']]);
    one.live.haveOpen({ course: 'rivers', forum: 'floodplain' });
    expect(said.at(-1)).toEqual(['s1', 'floodplain', 'hearing']);
    other.live.haveOpen({ course: 'rivers', forum: 'floodplain' });
    expect(said).toHaveLength(2);
    sources[0]!.say('open', { stream: 's2' }, 'a1');
    expect(said.at(-1)).toEqual(['s2', 'floodplain', 'hearing']);
    stop();
    expect(said.at(-1)).toEqual(['s2', 'floodplain']);
    one.live.stop();
    await vi.advanceTimersByTimeAsync(0);
    sources[1]!.say('open', { stream: 's3' }, 'a1');
    expect(said.at(-1)).toEqual(['s3', 'floodplain']);
    other.live.stop();
    expect(said).toHaveLength(5);
  });
  it('takes nothing that is no event of ours', () => {
    const { tab, sources } = browser();
    const { heard } = tab();
    sources[0]!.say('message', { kind: 'else' }, 'a1');
    expect(heard).toEqual([]);
  });
});

describe('gathering', () => {
  it('hands over soon what comes after a quiet while, each thing once, and seldom while much happens', async () => {
    const taken: string[][] = [];
    const gather = new Gather<string>((all) => taken.push([...all]), { chance: () => 0.5 });
    gather.add(['a', 'b'], 600);
    await vi.advanceTimersByTimeAsync(440);
    gather.add(['a', 'c'], 600);
    expect(taken).toEqual([]);
    await vi.advanceTimersByTimeAsync(20);
    expect(taken).toEqual([['a', 'b', 'c']]);
    gather.add(['d'], 600);
    await vi.advanceTimersByTimeAsync(3200);
    gather.add(['e'], 600);
    expect(taken).toHaveLength(1);
    await vi.advanceTimersByTimeAsync(200);
    expect(taken[1]).toEqual(['d', 'e']);
    await vi.advanceTimersByTimeAsync(10_000);
    gather.add(['f'], 600);
    await vi.advanceTimersByTimeAsync(500);
    expect(taken).toHaveLength(3);
    gather.add(['g'], 600);
    gather.stop();
    await vi.advanceTimersByTimeAsync(10_000);
    expect(taken).toHaveLength(3);
  });
});
