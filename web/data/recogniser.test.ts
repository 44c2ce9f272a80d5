import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { listen, type Recogniser } from './recogniser';

interface Fake {
  onresult: ((event: unknown) => void) | null;
  onerror: ((event: unknown) => void) | null;
  onend: (() => void) | null;
  start: () => void;
  stop: () => void;
}
const made: Fake[] = [];
class FakeBrowser implements Fake {
  onresult: Fake['onresult'] = null;
  onerror: Fake['onerror'] = null;
  onend: Fake['onend'] = null;
  constructor() {
    made.push(this);
  }
  start = () => undefined;
  stop = () => this.onend?.();
}
const begin = (standIn: boolean) => {
  const heard: string[] = [];
  const ends: (string | null)[] = [];
  const began: Recogniser[] = [];
  listen(standIn, 'en', {
    hear: (phrase) => heard.push(phrase),
    ended: (why) => ends.push(why),
    began: (recogniser) => began.push(recogniser),
  });
  return { heard, ends, began };
};
const scope = globalThis as unknown as Record<string, unknown>;

beforeEach(() => vi.useFakeTimers());
afterEach(() => {
  vi.useRealTimers();
  delete scope.SpeechRecognition;
  made.length = 0;
});

describe('dictation', () => {
  it('tells each phrase the browser is sure of, and that it ended', () => {
    scope.SpeechRecognition = FakeBrowser;
    const { heard, ends, began } = begin(false);
    expect(began[0]!.simulated).toBe(false);
    const phrase = (transcript: string, isFinal: boolean) => Object.assign([{ transcript }], { isFinal });
    made[0]!.onresult!({
      resultIndex: 0,
      results: [phrase(' The weir holds. ', true), phrase('and', false)],
    });
    expect(heard).toEqual(['The weir holds.']);
    began[0]!.stop();
    expect(ends).toEqual([null]);
  });
  it('uses the stand-in where the browser has none or cannot reach its own, in the demo only', () => {
    const without = begin(true);
    expect(without.began[0]!.simulated).toBe(true);
    vi.advanceTimersByTime(2000);
    expect(without.heard).toHaveLength(2);
    without.began[0]!.stop();
    vi.advanceTimersByTime(5000);
    expect(without.heard).toHaveLength(2);
    scope.SpeechRecognition = FakeBrowser;
    const offline = begin(true);
    made[0]!.onerror!({ error: 'network' });
    made[0]!.onend!();
    expect(offline.began.map(({ simulated }) => simulated)).toEqual([false, true]);
  });
  it('says what is in the way, and what to do, where there is no stand-in', () => {
    expect(begin(false).ends[0]).toMatch(/Nothing can be dictated.*Type/);
    scope.SpeechRecognition = FakeBrowser;
    const { ends } = begin(false);
    made[0]!.onerror!({ error: 'no-speech' });
    made[0]!.onerror!({ error: 'not-allowed' });
    made[0]!.onend!();
    expect(ends).toEqual([
      'The browser does not let Juror listen. Allow the microphone for this page, or type.',
    ]);
  });
});
