import { Eye, X } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import type { CourseFrame } from '../../../contract/course';
import { getVantage, type VantageView } from '../../../contract/vantage';
import { DAY } from '../../../core/time/instant';
import { fromWallClock, toWallClock } from '../../../core/time/wallClock';
import { addresses } from '../../../words/addresses';
import { phaseWords } from '../../../words/phases';
import { useApi } from '../../data/useApi';
import { setVantage, useVantage, type Vantage } from '../../data/vantage';
import { datesIn, dateWords } from '../dateWords';
import { DateInput } from '../dates/DateInput';
import { Dialog } from '../Dialog';
import { Kbd, useKeys } from '../keys';
import { Failed, Loading } from '../states';

function Reasons({ vantage, zone }: { vantage: Vantage; zone: string }) {
  const { data, error } = useApi(getVantage, {
    course: vantage.course,
    person: vantage.personId,
    at: vantage.at,
  });
  if (error) return <Failed error={error} />;
  if (!data) return <Loading what="Finding out why" />;
  const line = (forum: VantageView['forums'][number]) => {
    const now = phaseWords(forum, datesIn(zone));
    return (
      <li key={forum.id} className="ruled border-b py-2">
        <b className="font-serif font-semibold">{forum.title}</b>{' '}
        <span className="text-xs font-semibold text-river">{now.name}</span>
        <span className="quiet block text-sm">
          {now.why}
          {forum.unmet.length > 0 && ` Waits for ${forum.unmet.join(', ')}.`}
          {forum.next && ` ${dateWords(forum.next.at, zone)}: ${phaseWords(forum.next, datesIn(zone)).name}.`}
        </span>
      </li>
    );
  };
  return <ul>{data.forums.map(line)}</ul>;
}

/** While looking as someone: who, when, a slider over the term, the reasons, and the way back. Unmistakable. */
export function VantageBar({
  course,
}: {
  course: Pick<CourseFrame, 'id' | 'zone' | 'termStart' | 'termEnd'>;
}) {
  const vantage = useVantage();
  const navigate = useNavigate();
  const [reasons, setReasons] = useState(false);
  const at = vantage?.at ?? 0;
  const [slide, setSlide] = useState<number | null>(null);
  const leave = () => {
    setVantage(null);
    void navigate(vantage?.from ?? addresses.plan(course.id));
  };
  useKeys(vantage ? [{ on: 'v', keys: 'V', does: 'leave the vantage', run: leave }] : []);
  // The slider is followed once it rests, so that every step of it does not ask the server.
  useEffect(() => {
    if (slide === null || !vantage) return;
    const timer = setTimeout(() => {
      setVantage({ ...vantage, at: slide });
      setSlide(null);
    }, 250);
    return () => clearTimeout(timer);
  }, [slide, vantage]);
  if (!vantage) return null;
  const shown = slide ?? at;
  const typed = (wall: string) => {
    try {
      setVantage({ ...vantage, at: fromWallClock(wall, course.zone) });
    } catch {
      // Half a date is typed; the moment stays until it is whole.
    }
  };
  return (
    <>
      <section
        aria-label="Vantage"
        className="sticky top-[52px] z-10 flex flex-wrap items-center gap-x-4 gap-y-1 px-5 py-1.5 text-sm text-base-100 bg-seal"
      >
        <Eye className="size-4" aria-hidden />
        <span>
          You are looking as <b>{vantage.name}</b>; nothing can be written.
        </span>
        <input
          type="range"
          className="range range-xs w-56 max-w-full grow text-current"
          aria-label="Moment in the term"
          aria-valuetext={dateWords(shown, course.zone)}
          min={course.termStart - 7 * DAY}
          max={course.termEnd + 7 * DAY}
          step={3_600_000}
          value={shown}
          onChange={(event) => setSlide(Number(event.target.value))}
        />
        <span className="num w-38 font-semibold">{dateWords(shown, course.zone)}</span>
        <span className="[&_button]:text-base-100 [&_button]:hover:bg-transparent [&_button]:hover:underline">
          <DateInput
            aria-label="Exact moment"
            className="w-58 text-base-content"
            value={toWallClock(shown, course.zone)}
            onChange={(event) => typed(event.target.value)}
          />
        </span>
        <button
          type="button"
          className="cursor-pointer font-semibold underline"
          onClick={() => setReasons(true)}
        >
          Why
        </button>
        <button
          type="button"
          className="flex cursor-pointer items-center gap-1 font-semibold"
          onClick={leave}
        >
          <X className="size-4" aria-hidden />
          Leave <Kbd>V</Kbd>
        </button>
      </section>
      {reasons && (
        <Dialog
          title={`Why, for ${vantage.name}, ${dateWords(at, course.zone)}`}
          onClose={() => setReasons(false)}
          wide
        >
          <Reasons vantage={vantage} zone={course.zone} />
        </Dialog>
      )}
    </>
  );
}
