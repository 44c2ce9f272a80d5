import { Paperclip, X } from 'lucide-react';
import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import type { ForumView } from '../../../contract/discuss';
import { kindOfFile, LONGEST_ALT, sizeWords, type FileView } from '../../../contract/files';
import { sentenceOf, uploadFile } from '../../data/api';
import { useCourse } from '../../data/course';
import { newId } from '../../data/newId';
import { secondsWords } from '../../../words/dates';
import { warnOfRoom } from './warnOfRoom';

const Recorder = lazy(async () => ({ default: (await import('./Recorder')).Recorder }));

type Limits = NonNullable<ForumView['attach']>;

const KINDS: Record<string, string> = {
  image: 'images',
  document: 'documents',
  audio: 'sound',
  video: 'video',
};

/** A file with its own address, where that is not by its id. */
type Addressed = Omit<FileView, 'id'> & { readonly address: string };

/** Files of a post or a review: images, sound and video in place, documents to fetch. */
export function AttachmentList({ files }: { files: readonly (FileView | Addressed)[] }) {
  if (files.length === 0) return null;
  return (
    <ul className="mt-2 space-y-2" aria-label="Attachments">
      {files.map((file) => {
        const address = 'address' in file ? file.address : `/api/files/${file.id}`;
        const kind = kindOfFile(file.type);
        const Player = kind === 'audio' ? 'audio' : 'video';
        return (
          <li key={address}>
            {kind === 'image' && (
              <img
                src={address}
                alt={file.alt || file.name}
                className="max-h-96 max-w-full rounded"
                loading="lazy"
              />
            )}
            {(kind === 'audio' || kind === 'video') && (
              <Player
                src={address}
                controls
                preload="metadata"
                aria-label={file.name}
                className={kind === 'audio' ? 'w-full max-w-md' : 'max-h-96 max-w-full'}
              />
            )}
            {(kind === 'audio' || kind === 'video') && file.alt !== '' && (
              <details className="text-sm">
                <summary className="link-plain w-fit">What is said</summary>
                <p className="mt-1 whitespace-pre-wrap">{file.alt}</p>
              </details>
            )}
            <a
              href={address}
              download={file.name}
              className="link-plain inline-flex items-center gap-1.5 text-sm"
            >
              <Paperclip className="size-3.5" aria-hidden />
              {file.name}{' '}
              <span className="quiet num font-normal">
                {file.seconds !== null && `${secondsWords(file.seconds)} · `}
                {sizeWords(file.size)}
              </span>
            </a>
          </li>
        );
      })}
    </ul>
  );
}

/** Files on their way, and why some were refused. */
export interface Uploads {
  readonly add: (files: readonly File[], seconds?: number) => void;
  readonly take: (id: string) => void;
  readonly describe: (id: string, alt: string) => void;
  readonly under: readonly { readonly id: string; readonly name: string; readonly share: number }[];
  readonly isBusy: boolean;
  readonly problems: readonly string[];
}

function whyRefused(file: File, allowed: Limits, already: number): string | null {
  if (already >= allowed.number)
    return `${file.name} is one too many: at most ${allowed.number} files a post here.`;
  if (file.size > allowed.megabytes * 1_000_000)
    return `${file.name} is too large (${sizeWords(file.size)}): at most ${allowed.megabytes} MB a file here.`;
  return file.size === 0 ? `${file.name} is empty.` : null;
}

/** Uploads files for a post, one after the other, as its forum allows them. */
export function useUploads(
  allowed: Limits | null,
  files: readonly FileView[],
  change: (files: readonly FileView[]) => void,
): Uploads {
  const course = useCourse().id;
  const [under, setUnder] = useState<Uploads['under']>([]);
  const [problems, setProblems] = useState<readonly string[]>([]);
  const latest = useRef(files);
  useEffect(() => {
    latest.current = files;
  });
  const set = (next: readonly FileView[]) => {
    latest.current = next;
    change(next);
  };
  const upload = async (file: File, seconds?: number) => {
    const refuse = (why: string) => setProblems((before) => [...before, why]);
    const why =
      allowed === null ? 'This forum takes no files.' : whyRefused(file, allowed, latest.current.length);
    if (why !== null || allowed === null) return refuse(why ?? '');
    const id = newId();
    setUnder((before) => [...before, { id, name: file.name, share: 0 }]);
    try {
      const sent = await uploadFile(
        course,
        id,
        file,
        (share) => setUnder((before) => before.map((each) => (each.id === id ? { ...each, share } : each))),
        seconds,
      );
      warnOfRoom(sent);
      const { name, type, size, kind } = sent;
      if (!allowed.kinds.includes(kind)) refuse(`${name}: this forum does not take ${KINDS[kind]}.`);
      else set([...latest.current, { id, name, type, size, alt: '', seconds: seconds ?? null }]);
    } catch (error) {
      refuse(`${file.name}: ${sentenceOf(error)}`);
    }
    setUnder((before) => before.filter((each) => each.id !== id));
  };
  return {
    add: (chosen, seconds) => {
      setProblems([]);
      void (async () => {
        for (const file of chosen) await upload(file, seconds);
      })();
    },
    take: (id) => set(latest.current.filter((file) => file.id !== id)),
    describe: (id, alt) => set(latest.current.map((file) => (file.id === id ? { ...file, alt } : file))),
    under,
    isBusy: under.length > 0,
    problems,
  };
}

function Chosen({ file, uploads, describes }: { file: FileView; uploads: Uploads; describes: boolean }) {
  const kind = kindOfFile(file.type);
  const isImage = describes && kind === 'image';
  const isRecording = describes && (kind === 'audio' || kind === 'video');
  return (
    <li>
      <p className="flex items-center gap-2">
        <Paperclip className="size-3.5 shrink-0" aria-hidden />
        <span className="truncate">{file.name}</span>
        <span className="quiet num shrink-0">
          {file.seconds !== null && `${secondsWords(file.seconds)} · `}
          {sizeWords(file.size)}
        </span>
        <button
          type="button"
          className="btn btn-ghost btn-xs btn-square"
          aria-label={`Remove ${file.name}`}
          onClick={() => uploads.take(file.id)}
        >
          <X className="size-3.5" aria-hidden />
        </button>
      </p>
      {isRecording && (
        <label className="mt-0.5 ml-5 block">
          <span className="quiet">
            What is said? For people who cannot hear it, and for finding it again.
          </span>
          <textarea
            className="textarea textarea-sm raised mt-0.5 w-full"
            rows={2}
            maxLength={LONGEST_ALT}
            value={file.alt}
            onChange={({ target }) => uploads.describe(file.id, target.value)}
          />
        </label>
      )}
      {isImage && (
        <label className="mt-0.5 ml-5 flex items-center gap-2">
          <span className="quiet shrink-0">What does it show?</span>
          <input
            className="input input-xs grow"
            placeholder="A description for people who cannot see it"
            maxLength={500}
            value={file.alt}
            onChange={({ target }) => uploads.describe(file.id, target.value)}
          />
        </label>
      )}
    </li>
  );
}

/** Chooses or records files for a post, says the limits beforehand, and shows how far each upload is. */
export function AttachmentPicker({
  allowed,
  files,
  uploads,
  brief = false,
  describes = true,
}: {
  allowed: Limits;
  files: readonly FileView[];
  uploads: Uploads;
  /** The limits go without saying. */
  brief?: boolean;
  /** Whether it is asked what images show and what is said in recordings. */
  describes?: boolean;
}) {
  const input = useRef<HTMLInputElement>(null);
  const [recording, setRecording] = useState<'audio' | 'video' | null>(null);
  const hasRoom = files.length + uploads.under.length < allowed.number;
  const limits = `${allowed.kinds.map((kind) => KINDS[kind] ?? kind).join(', ')}; at most ${allowed.number}, of ${allowed.megabytes} MB each`;
  return (
    <div className="ruled border-t px-3.5 py-2 text-sm">
      <ul className="space-y-1">
        {files.map((file) => (
          <Chosen key={file.id} file={file} uploads={uploads} describes={describes} />
        ))}
      </ul>
      {uploads.under.map(({ id, name, share }) => (
        <p key={id} className="num flex items-center gap-2">
          <span className="truncate">{name}</span>
          <progress className="progress w-32" value={share} max={1} aria-label={`Sending ${name}`} />
          <span className="quiet">{Math.round(share * 100)} %</span>
        </p>
      ))}
      {recording !== null && (
        <Suspense fallback={<p className="quiet">One moment …</p>}>
          <Recorder
            kind={recording}
            megabytes={allowed.megabytes}
            close={() => setRecording(null)}
            keep={(file, seconds) => {
              setRecording(null);
              uploads.add([file], seconds);
            }}
          />
        </Suspense>
      )}
      {hasRoom && recording === null && (
        <p className="flex flex-wrap items-center gap-x-4 gap-y-1">
          <button
            type="button"
            className="link-plain flex items-center gap-1.5"
            onClick={() => input.current?.click()}
          >
            <Paperclip className="size-3.5" aria-hidden />
            Attach a file
          </button>
          {allowed.kinds.includes('audio') && (
            <button type="button" className="link-plain" onClick={() => setRecording('audio')}>
              Record sound
            </button>
          )}
          {allowed.kinds.includes('video') && (
            <button type="button" className="link-plain" onClick={() => setRecording('video')}>
              Record video
            </button>
          )}
          {!brief && <span className="quiet text-xs">{limits}</span>}
        </p>
      )}
      <input
        ref={input}
        type="file"
        multiple
        className="hidden"
        aria-label="Choose a file to attach"
        onChange={(event) => {
          uploads.add([...(event.target.files ?? [])]);
          event.target.value = '';
        }}
      />
      {uploads.problems.map((problem) => (
        <p key={problem} role="alert" className="text-error">
          {problem}
        </p>
      ))}
    </div>
  );
}
