import fixWebmDuration from 'fix-webm-duration';
import { Circle, Square } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { sizeWords } from '../../../contract/files';
import { sentenceOf } from '../../data/api';
import { openDevice, type Device, type Recorded } from '../../data/devices';
import { useSession } from '../../data/session';
import { secondsWords } from '../../../words/dates';

const TYPES: Record<Recorded, readonly string[]> = {
  audio: ['audio/webm;codecs=opus', 'audio/webm', 'audio/mp4'],
  video: ['video/webm;codecs=vp8,opus', 'video/webm', 'video/mp4'],
};
/** The longest recording, in seconds. */
const LONGEST = 600;

type State =
  | { readonly kind: 'opening' }
  | { readonly kind: 'failed'; readonly why: string }
  | { readonly kind: 'ready' | 'recording' }
  | { readonly kind: 'done'; readonly file: File; readonly seconds: number; readonly address: string };

/** Records sound or video, lets it be heard, taken again, and kept. */
export function Recorder({
  kind,
  megabytes,
  keep,
  close,
}: {
  kind: Recorded;
  /** The largest file the forum takes. */
  megabytes: number;
  keep: (file: File, seconds: number) => void;
  close: () => void;
}) {
  const standIn = useSession().state.demo;
  const [state, setState] = useState<State>({ kind: 'opening' });
  const [elapsed, setElapsed] = useState(0);
  const device = useRef<Device | null>(null);
  const recorder = useRef<MediaRecorder | null>(null);
  const preview = useRef<HTMLVideoElement>(null);
  const [isSimulated, setSimulated] = useState(false);

  useEffect(() => {
    let gone = false;
    openDevice(kind, standIn).then(
      (opened) => {
        if (gone) return opened.stop();
        device.current = opened;
        setSimulated(opened.simulated);
        setState({ kind: 'ready' });
      },
      (error: unknown) => setState({ kind: 'failed', why: sentenceOf(error) }),
    );
    return () => {
      gone = true;
      if (recorder.current?.state === 'recording') recorder.current.stop();
      device.current?.stop();
    };
  }, [kind, standIn]);
  useEffect(() => {
    if (preview.current && device.current) preview.current.srcObject = device.current.stream;
  }, [state.kind]);
  const address = state.kind === 'done' ? state.address : null;
  useEffect(() => () => (address === null ? undefined : URL.revokeObjectURL(address)), [address]);

  const start = () => {
    const type = TYPES[kind].find((each) => MediaRecorder.isTypeSupported(each));
    const made = new MediaRecorder(device.current!.stream, type ? { mimeType: type } : {});
    const chunks: Blob[] = [];
    const began = performance.now();
    const seconds = () => (performance.now() - began) / 1000;
    const timer = setInterval(() => {
      setElapsed(seconds());
      const size = chunks.reduce((sum, chunk) => sum + chunk.size, 0);
      if (seconds() >= LONGEST || size > megabytes * 1_000_000 * 0.95) made.stop();
    }, 200);
    made.ondataavailable = ({ data }) => chunks.push(data);
    made.onstop = () => {
      clearInterval(timer);
      const length = seconds();
      void finished(new Blob(chunks, { type: made.mimeType }), length).then((file) =>
        setState({ kind: 'done', file, seconds: length, address: URL.createObjectURL(file) }),
      );
    };
    device.current!.begin();
    made.start(500);
    recorder.current = made;
    setElapsed(0);
    setState({ kind: 'recording' });
  };

  const again = () => setState({ kind: 'ready' });
  const Player = kind;
  const name = kind === 'audio' ? 'sound' : 'video';
  return (
    <section aria-label={`Record ${name}`} className="ruled rounded-field my-2 space-y-2 border p-3">
      {state.kind === 'opening' && (
        <p className="quiet">Opening the {kind === 'audio' ? 'microphone' : 'camera'} …</p>
      )}
      {state.kind === 'failed' && (
        <p role="alert" className="text-error">
          {state.why}
        </p>
      )}
      {isSimulated && (
        <p className="quiet text-xs">
          There is no {kind === 'audio' ? 'microphone' : 'camera'} here, so a simulated one is used.
        </p>
      )}
      {kind === 'video' && (state.kind === 'ready' || state.kind === 'recording') && (
        <video
          ref={preview}
          autoPlay
          muted
          playsInline
          className="max-h-60 rounded"
          aria-label="What the camera sees"
        />
      )}
      {state.kind === 'done' && (
        <Player
          src={state.address}
          controls
          className={kind === 'audio' ? 'w-full max-w-md' : 'max-h-60 rounded'}
          aria-label="Your recording"
        />
      )}
      <div className="flex flex-wrap items-center gap-3">
        {state.kind === 'ready' && (
          <button type="button" className="btn btn-sm h-9" onClick={start}>
            <Circle className="size-3.5 fill-current text-seal" aria-hidden />
            Begin
          </button>
        )}
        {state.kind === 'recording' && (
          <>
            <button type="button" className="btn btn-sm h-9" onClick={() => recorder.current?.stop()}>
              <Square className="size-3.5 fill-current" aria-hidden />
              Stop
            </button>
            <span className="num" role="timer">
              {secondsWords(elapsed)} of at most {secondsWords(LONGEST)}
            </span>
          </>
        )}
        {state.kind === 'done' && (
          <>
            <button
              type="button"
              className="btn btn-primary btn-sm h-9"
              onClick={() => keep(state.file, state.seconds)}
            >
              Use this recording
            </button>
            <button type="button" className="btn btn-sm h-9" onClick={again}>
              Record again
            </button>
            <span className="quiet num">
              {secondsWords(state.seconds)} · {sizeWords(state.file.size)}
            </span>
          </>
        )}
        <button type="button" className="btn btn-ghost btn-sm h-9" onClick={close}>
          Cancel
        </button>
      </div>
    </section>
  );
}

/** A recording as a file that knows how long it is, so that it can be sought in. */
async function finished(blob: Blob, seconds: number): Promise<File> {
  const isWebm = blob.type.includes('webm');
  const whole = isWebm ? await fixWebmDuration(blob, seconds * 1000, { logger: false }) : blob;
  const type = blob.type.split(';')[0]!;
  return new File([whole], `recording.${isWebm ? 'webm' : 'mp4'}`, { type });
}
