import { COINED } from '../../../words/coined';
import { Eye } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import type { CourseFrame } from '../../../contract/course';
import { useKeys } from '../keys';

const LookAs = lazy(async () => ({ default: (await import('./LookAs')).LookAs }));

/** The button in the bar on top that begins a vantage. */
export function VantageButton({ course }: { course: CourseFrame }) {
  const [open, setOpen] = useState(false);
  useKeys([{ on: 'v', keys: 'V', does: 'look as a student', run: () => setOpen(true) }]);
  return (
    <>
      <button
        type="button"
        className="hidden cursor-pointer items-center gap-1.5 font-medium whitespace-nowrap hover:underline sm:flex"
        title={COINED.vantage}
        onClick={() => setOpen(true)}
      >
        <Eye className="size-4" aria-hidden />
        <span className="max-lg:sr-only">Vantage</span>
      </button>
      {open && (
        <Suspense>
          <LookAs course={course} close={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}
