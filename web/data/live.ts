import { useEffect, useSyncExternalStore } from 'react';
import { haveOpen, LIVE_PATH, liveEvent, streamOpened, type LiveEvent } from '../../contract/live';
import { call } from './api';

/** What tabs of one browser tell each other. */
type Said =
  | { readonly said: 'event'; readonly event: LiveEvent; readonly id: string }
  | { readonly said: 'live'; readonly live: boolean }
  /** The forums that are open in a tab. */
  | { readonly said: 'open'; readonly tab: string; readonly forums: readonly OpenForum[] }
  /** A tab that has just come asks whether the stream is open, and what is open elsewhere. */
  | { readonly said: 'asking' };

/** A forum that is open somewhere in a browser. */
export interface OpenForum {
  readonly course: string;
  readonly forum: string;
}

/** The server says at least this often that it is there, ms; silent for longer, it has been lost. */
const SILENCE = 65_000;
const LOOK = 10_000;
/** Waits before the stream is opened again after it was refused. */
const AGAIN = [2000, 5000, 15_000, 30_000];

/** What the one stream of a browser needs of it: other tabs, a lock between them, and the stream itself. */
export interface Surroundings {
  readonly channel: Pick<BroadcastChannel, 'postMessage' | 'onmessage' | 'close'>;
  /** Runs `work` in one tab at a time, until what it returns resolves. */
  readonly alone: (work: () => Promise<void>) => void;
  readonly open: (address: string) => EventSource;
  /** Tells the server which forums are open, by the name it gave the stream. */
  readonly haveOpen: (stream: string, forums: readonly OpenForum[]) => void;
}

/** More forums than these are not said to be open; what changes in the others is asked for. */
const OPEN_AT_MOST = 20;

/**
 * The stream of what changes, one for all tabs of a browser: whoever holds the lock has it open and passes on what it hears. When
 * that tab is closed another goes on where it stopped.
 */
export class Live {
  #last: string | null = null;
  #isLive = false;
  #source: EventSource | null = null;
  #heardAt = 0;
  #refused = 0;
  #stopped = false;
  #again: ReturnType<typeof setTimeout> | undefined;
  #look: ReturnType<typeof setInterval> | undefined;
  #letGo: () => void = () => undefined;
  /** The stream's name with the server. */
  #stream: string | null = null;
  /** The forums that were said to be open last; of a new stream none. */
  #said = '';
  readonly #tab = Math.random().toString(36).slice(2);
  readonly #openHere: OpenForum[] = [];
  /** What is open in other tabs, by tab. */
  readonly #openElsewhere = new Map<string, readonly OpenForum[]>();
  readonly #listeners = new Set<(event: LiveEvent) => void>();
  readonly #watchers = new Set<() => void>();

  constructor(private readonly around: Surroundings) {
    around.channel.onmessage = ({ data }: MessageEvent<Said>) => {
      if (data.said === 'event') this.#hear(data.event, data.id);
      else if (data.said === 'live') this.#setLive(data.live);
      else if (data.said === 'open') {
        this.#openElsewhere.set(data.tab, data.forums);
        this.#sayOpen();
      } else {
        if (this.#source !== null) this.#tell({ said: 'live', live: this.#isLive });
        this.#tellOpen();
      }
    };
    this.#tell({ said: 'asking' });
    around.alone(
      () =>
        new Promise<void>((resolve) => {
          this.#letGo = resolve;
          if (this.#stopped) return resolve();
          this.#connect();
          this.#look = setInterval(() => this.#lookAfter(), LOOK);
        }),
    );
  }

  get isLive(): boolean {
    return this.#isLive;
  }

  listen(listener: (event: LiveEvent) => void): () => void {
    this.#listeners.add(listener);
    return () => void this.#listeners.delete(listener);
  }

  /** Has what changes in a forum come with the stream, until what is returned is called. */
  haveOpen(forum: OpenForum): () => void {
    this.#openHere.push(forum);
    this.#tellOpen();
    this.#sayOpen();
    return () => {
      this.#openHere.splice(this.#openHere.indexOf(forum), 1);
      this.#tellOpen();
      this.#sayOpen();
    };
  }

  watch(changed: () => void): () => void {
    this.#watchers.add(changed);
    return () => void this.#watchers.delete(changed);
  }

  stop(): void {
    this.#openHere.length = 0;
    this.#tellOpen();
    this.#stopped = true;
    clearTimeout(this.#again);
    clearInterval(this.#look);
    this.#source?.close();
    this.#source = null;
    this.#letGo();
    this.around.channel.close();
  }

  #connect(): void {
    if (this.#stopped) return;
    this.#source?.close();
    const address = this.#last === null ? LIVE_PATH : `${LIVE_PATH}?after=${encodeURIComponent(this.#last)}`;
    const source = this.around.open(address);
    this.#source = source;
    this.#heardAt = performance.now();
    const heard = () => {
      this.#heardAt = performance.now();
      this.#refused = 0;
      this.#setLive(true);
      this.#tell({ said: 'live', live: true });
    };
    source.addEventListener('open', (event) => {
      heard();
      const { lastEventId, data } = event as MessageEvent<string | undefined>;
      if (lastEventId) this.#last = lastEventId;
      const opened = data === undefined ? null : streamOpened.safeParse(JSON.parse(data));
      if (!opened?.success) return;
      this.#stream = opened.data.stream;
      this.#said = '';
      this.#sayOpen();
    });
    source.addEventListener('beat', heard);
    source.addEventListener('message', (message: MessageEvent<string>) => {
      heard();
      const event = liveEvent.safeParse(JSON.parse(message.data));
      if (!event.success) return;
      this.#tell({ said: 'event', event: event.data, id: message.lastEventId });
      this.#hear(event.data, message.lastEventId);
    });
    source.addEventListener('error', () => {
      this.#setLive(false);
      this.#tell({ said: 'live', live: false });
      // Lost, it is opened again by the browser; refused, it is not.
      if (source.readyState === EventSource.CLOSED) this.#connectLater();
    });
  }

  #connectLater(): void {
    clearTimeout(this.#again);
    const wait = AGAIN[Math.min(this.#refused++, AGAIN.length - 1)]!;
    this.#again = setTimeout(() => this.#connect(), wait);
  }

  /** After sleep a connection may look open that is not. */
  #lookAfter(): void {
    if (performance.now() - this.#heardAt > SILENCE && this.#source?.readyState === EventSource.OPEN) {
      this.#setLive(false);
      this.#connect();
    }
  }

  #hear(event: LiveEvent, id: string): void {
    this.#last = id;
    for (const listener of [...this.#listeners]) listener(event);
  }

  #setLive(live: boolean): void {
    if (live === this.#isLive) return;
    this.#isLive = live;
    for (const changed of this.#watchers) changed();
  }

  #tellOpen(): void {
    this.#tell({ said: 'open', tab: this.#tab, forums: [...this.#openHere] });
  }

  /** Whoever holds the stream says what is open in all tabs. */
  #sayOpen(): void {
    if (this.#source === null || this.#stream === null) return;
    const all = [...this.#openHere, ...[...this.#openElsewhere.values()].flat()];
    const forums = new Map(all.map((each) => [`${each.course} ${each.forum}`, each]));
    const names = [...forums.keys()].sort().join();
    if (names === this.#said) return;
    this.#said = names;
    this.around.haveOpen(this.#stream, [...forums.values()].slice(-OPEN_AT_MOST));
  }

  #tell(said: Said): void {
    if (!this.#stopped) this.around.channel.postMessage(said);
  }
}

let current: Live | null = null;
const starts = new Set<() => void>();

/** A tab by itself, where a browser has no locks between tabs: without HTTPS, say. */
const ALONE = { postMessage: () => undefined, onmessage: null, close: () => undefined };

/** Opens the stream for whoever is signed in, until what is returned is called. */
export function startLive(person: string): () => void {
  const name = `juror-live ${person}`;
  const locks = (navigator as { locks?: LockManager }).locks;
  const isShared = typeof BroadcastChannel !== 'undefined' && locks !== undefined;
  const live = new Live({
    channel: isShared ? new BroadcastChannel(name) : { ...ALONE },
    alone: (work) => void (isShared ? locks.request(name, work).catch(() => undefined) : work()),
    open: (address) => new EventSource(address),
    // Unheard, what changes is asked for as it comes.
    haveOpen: (stream, forums) =>
      void call(haveOpen, {}, { stream, forums: [...forums] }).catch(() => undefined),
  });
  current = live;
  for (const started of starts) started();
  return () => {
    live.stop();
    if (current === live) current = null;
  };
}

/** Hears what changes, while something is shown that it may change. */
export function useLiveEvents(listener: (event: LiveEvent) => void): void {
  useEffect(() => {
    let stop = current?.listen(listener);
    const begin = () => {
      stop?.();
      stop = current?.listen(listener);
    };
    starts.add(begin);
    return () => {
      starts.delete(begin);
      stop?.();
    };
  }, [listener]);
}

/** Has what changes in a forum come with the stream, while it is shown. */
export function useHaveOpen(course: string, forum: string): void {
  useEffect(() => {
    let stop = current?.haveOpen({ course, forum });
    const begin = () => {
      stop?.();
      stop = current?.haveOpen({ course, forum });
    };
    starts.add(begin);
    return () => {
      starts.delete(begin);
      stop?.();
    };
  }, [course, forum]);
}

/** Whether changes arrive by themselves; while they do not, pages ask now and then. */
export function useIsLive(): boolean {
  return useSyncExternalStore(
    (changed) => {
      let stop = current?.watch(changed);
      const begin = () => {
        stop?.();
        stop = current?.watch(changed);
        changed();
      };
      starts.add(begin);
      return () => {
        starts.delete(begin);
        stop?.();
      };
    },
    () => current?.isLive ?? false,
  );
}
