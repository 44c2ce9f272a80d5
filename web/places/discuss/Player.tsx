import { ChevronLeft, ChevronRight, X } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { listRecordings } from '../../../contract/recordings';
import { addresses } from '../../../words/addresses';
import { secondsWords } from '../../../words/dates';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { Choice } from '../../ui/Choice';

const SPEEDS = ['0.75', '1', '1.25', '1.5', '2'] as const;

/** Listens to a forum: its recordings one after the other, as fast as one likes, with what is said where it was written down. */
export function Player({ forum, close }: { forum: string; close: () => void }) {
  const course = useCourse().id;
  const { data } = useApi(listRecordings, { course, forum });
  const [at, setAt] = useState(0);
  const [speed, setSpeed] = useState<(typeof SPEEDS)[number]>('1');
  const player = useRef<HTMLMediaElement>(null);
  const all = data?.recordings ?? [];
  const index = Math.min(at, Math.max(0, all.length - 1));
  const now = all[index];
  useEffect(() => {
    if (player.current) player.current.playbackRate = Number(speed);
  }, [speed, now]);
  if (!data) return null;
  const Media = now?.kind === 'video' ? 'video' : 'audio';
  const step = (by: number) => setAt(Math.min(all.length - 1, Math.max(0, index + by)));
  return (
    <section
      aria-label="Listening"
      className="ruled raised no-print fixed inset-x-0 bottom-0 z-20 max-h-[60vh] overflow-y-auto border-t px-4 py-2 shadow-[0_-2px_12px_rgb(0_0_0/0.08)]"
    >
      <div className="relative mx-auto flex max-w-5xl flex-wrap items-center gap-x-3 gap-y-1.5 pr-10">
        {now === undefined ? (
          <p className="grow">Nothing to listen to yet.</p>
        ) : (
          <>
            <div className="flex items-center gap-1">
              <button
                type="button"
                className="btn btn-ghost btn-sm btn-square"
                aria-label="Previous recording"
                disabled={index === 0}
                onClick={() => step(-1)}
              >
                <ChevronLeft className="size-4" aria-hidden />
              </button>
              <span className="num quiet text-sm">
                {index + 1} of {all.length}
              </span>
              <button
                type="button"
                className="btn btn-ghost btn-sm btn-square"
                aria-label="Next recording"
                disabled={index >= all.length - 1}
                onClick={() => step(1)}
              >
                <ChevronRight className="size-4" aria-hidden />
              </button>
            </div>
            <p className="min-w-0" aria-live="polite">
              <Link className="font-semibold hover:underline" to={addresses.post(course, forum, now.postId)}>
                {now.author}
              </Link>
              {now.file.seconds !== null && (
                <span className="quiet num text-sm"> {secondsWords(now.file.seconds)}</span>
              )}
            </p>
            <Media
              key={now.file.id}
              ref={(element: HTMLMediaElement | null) => {
                player.current = element;
              }}
              src={`/api/files/${now.file.id}`}
              controls
              autoPlay={at > 0}
              preload="metadata"
              aria-label={`${now.author}: ${now.file.name}`}
              className={`min-w-0 grow basis-56 ${now.kind === 'audio' ? 'h-10' : 'max-h-56'}`}
              onLoadedMetadata={({ currentTarget }: { currentTarget: HTMLMediaElement }) =>
                (currentTarget.playbackRate = Number(speed))
              }
              onEnded={() => step(1)}
            />
            <Choice
              label="How fast it plays"
              value={speed}
              options={SPEEDS.map((each) => [each, `${each} ×`] as const)}
              choose={setSpeed}
            />
          </>
        )}
        <button
          type="button"
          className="btn btn-ghost btn-sm btn-square absolute top-0 right-0"
          aria-label="Stop listening"
          onClick={close}
        >
          <X className="size-4" aria-hidden />
        </button>
        {now !== undefined && now.file.alt !== '' && (
          <details className="basis-full text-sm">
            <summary className="link-plain w-fit">What is said</summary>
            <p className="mt-1 max-w-[46rem] whitespace-pre-wrap">{now.file.alt}</p>
          </details>
        )}
      </div>
    </section>
  );
}
