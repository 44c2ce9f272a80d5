/** What listens: it tells each phrase once it is sure of it. */
export interface Recogniser {
  readonly simulated: boolean;
  stop(): void;
}

interface Heard {
  readonly resultIndex: number;
  readonly results: ArrayLike<ArrayLike<{ readonly transcript: string }> & { readonly isFinal: boolean }>;
}

/** The browser's own recogniser, as far as it is used here. */
interface BrowserRecogniser {
  lang: string;
  continuous: boolean;
  interimResults: boolean;
  onresult: ((event: Heard) => void) | null;
  onerror: ((event: { readonly error: string }) => void) | null;
  onend: (() => void) | null;
  start(): void;
  stop(): void;
}

const SAYS: Record<string, string> = {
  'not-allowed': 'The browser does not let Juror listen. Allow the microphone for this page, or type.',
  'service-not-allowed': 'This browser cannot recognise speech. Type, or record the remark as sound.',
  'audio-capture': 'There is no microphone on this machine. Type the remark instead.',
  network: 'The browser’s speech recognition cannot be reached now. Type, or record the remark as sound.',
};
const FALLBACK = 'Nothing can be dictated in this browser. Type, or record the remark as sound.';

/** What the stand-in hears, a phrase at a time. */
const PHRASES = [
  'You let the river argue with you, and the second paragraph is the better for it.',
  'Bring the number next time, and say who measured it.',
  'Thank you for answering someone nobody else had answered.',
];
/** How long the stand-in takes for a phrase, ms. */
const PHRASE = 900;

function simulated(hear: (phrase: string) => void): Recogniser {
  let at = 0;
  const timer = setInterval(() => {
    hear(PHRASES[at % PHRASES.length]!);
    at++;
  }, PHRASE);
  return { simulated: true, stop: () => clearInterval(timer) };
}

function browsers(): (new () => BrowserRecogniser) | null {
  const all = globalThis as unknown as Record<string, (new () => BrowserRecogniser) | undefined>;
  return all.SpeechRecognition ?? all.webkitSpeechRecognition ?? null;
}

/**
 * Listens until it is stopped. Where the browser recognises no speech, a stand-in does if `standIn` says so: in the demo.
 *
 * @param told.hear a phrase was understood
 * @param told.ended it listens no more; with a sentence where something is in the way
 * @param told.began what listens, once it is known
 */
export function listen(
  standIn: boolean,
  lang: string,
  told: {
    readonly hear: (phrase: string) => void;
    readonly ended: (why: string | null) => void;
    readonly began: (recogniser: Recogniser) => void;
  },
): void {
  const Own = browsers();
  const instead = (why: string) => (standIn ? told.began(simulated(told.hear)) : told.ended(why));
  if (Own === null) return instead(FALLBACK);
  const own = new Own();
  own.lang = lang;
  own.continuous = true;
  own.interimResults = false;
  let failed: string | null = null;
  own.onresult = ({ results, resultIndex }) => {
    for (let at = resultIndex; at < results.length; at++)
      if (results[at]!.isFinal) told.hear(results[at]![0]!.transcript.trim());
  };
  own.onerror = ({ error }) => {
    if (error !== 'no-speech' && error !== 'aborted') failed = SAYS[error] ?? FALLBACK;
  };
  own.onend = () => {
    if (failed !== null) instead(failed);
    else told.ended(null);
  };
  try {
    own.start();
    told.began({ simulated: false, stop: () => own.stop() });
  } catch {
    instead(FALLBACK);
  }
}
