import { CircleAlert } from 'lucide-react';
import type { ReactNode } from 'react';
import { sentenceOf } from '../data/api';

/** Something is on its way. Says so after a moment, to screen readers at once. */
export function Loading({ what = 'Loading' }: { what?: string }) {
  return (
    <div role="status" className="quiet flex items-center gap-3 p-6">
      <span className="loading loading-dots loading-sm" aria-hidden />
      <span>{what} …</span>
    </div>
  );
}

/** What this place is for, and the first step. */
export function Empty({
  title,
  children,
  action,
  level = 1,
}: {
  title: string;
  level?: 1 | 2;
  children?: ReactNode;
  action?: ReactNode;
}) {
  const Heading = level === 1 ? 'h1' : 'h2';
  return (
    <div className="mx-auto max-w-md px-6 py-16 text-center">
      <Heading className="text-xl">{title}</Heading>
      {children && <p className="quiet mt-2 leading-relaxed">{children}</p>}
      {action && <div className="mt-5">{action}</div>}
    </div>
  );
}

/** What went wrong, in the server's sentence, and a way on; with a heading where it stands for a whole page. */
export function Failed({ title, error, retry }: { title?: string; error: unknown; retry?: () => void }) {
  return (
    <div role="alert" className="mx-auto flex max-w-lg items-start gap-3 px-6 py-12">
      <CircleAlert className="mt-0.5 size-5 shrink-0 text-error" aria-hidden />
      <div>
        {title && <h1 className="mb-1 text-xl">{title}</h1>}
        <p>{sentenceOf(error)}</p>
        {retry && (
          <button type="button" className="link-plain mt-2" onClick={retry}>
            Try again
          </button>
        )}
      </div>
    </div>
  );
}
