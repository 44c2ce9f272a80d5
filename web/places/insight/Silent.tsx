import { Send } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { wantsAWord } from '../../../core/insight/silence';
import { fromWallClock } from '../../../core/time/wallClock';
import { addresses } from '../../../words/addresses';
import { numberWords, plural } from '../../../words/numbers';
import { useCourse } from '../../data/course';
import { SendDialog } from '../discuss/post/SendDialog';
import { shortDay } from '../../../words/dates';
import { When } from '../../ui/When';
import { Leads, useShown } from './shown';

/** As many students as are drawn before the rest is asked for. */
const MANY = 100;

/** Bars of one week: posts as a bar, visits as a thin line below it. */
function Week({ posts, visits, most }: { posts: number; visits: number | null; most: number }) {
  return (
    <span className="flex h-9 w-9 flex-col items-center justify-end" aria-hidden>
      <span
        className={`w-4 ${posts === 0 ? 'ruled h-0 border-b' : 'bg-primary'}`}
        style={posts === 0 ? undefined : { height: `${Math.max(4, (28 * posts) / most)}px` }}
      />
      {visits !== null && (
        <span
          className="mt-0.5 h-0.5 bg-late"
          style={{ width: `${Math.min(32, visits * 4)}px`, visibility: visits === 0 ? 'hidden' : undefined }}
        />
      )}
    </span>
  );
}

/** Who is falling silent: every student week by week, those to write to first. */
export function Silent() {
  const course = useCourse();
  const { view, nameOf, isHidden } = useShown();
  const { silence, about } = view;
  const [all, setAll] = useState(false);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [isWriting, setWriting] = useState(false);
  const shown = all ? silence.students : silence.students.slice(0, MANY);
  const most = Math.max(1, ...silence.students.flatMap(({ posts }) => posts));
  const day = (monday: string) => shortDay(fromWallClock(`${monday}T12:00`, course.zone), course.zone);
  const toggle = (id: string) =>
    setChosen((before) => {
      const next = new Set(before);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  const mayWrite = about !== null && !isHidden;
  return (
    <>
      {mayWrite && (
        <p className="no-print mb-3 flex flex-wrap items-center gap-3">
          <button
            type="button"
            className="btn btn-primary btn-sm h-9"
            disabled={chosen.size === 0}
            onClick={() => setWriting(true)}
          >
            <Send className="size-4" aria-hidden />
            {chosen.size === 0 ? 'Write to …' : `Write to ${plural(chosen.size, 'student')}`}
          </button>
          {silence.silent + silence.missing > 0 && (
            <button
              type="button"
              className="link-plain text-sm"
              onClick={() =>
                setChosen(new Set(silence.students.filter(wantsAWord).map(({ studentId }) => studentId)))
              }
            >
              Choose those who are silent or miss forums
            </button>
          )}
        </p>
      )}
      <div className="relative overflow-x-auto">
        <table className="text-sm">
          <thead>
            <tr className="quiet ruled border-b text-left">
              {mayWrite && <td className="no-print w-8" />}
              <th scope="col" className="py-1.5 pr-6 font-medium">
                Student
              </th>
              {silence.weeks.map((week) => (
                <th
                  key={week}
                  scope="col"
                  className="num min-w-14 py-1.5 text-center font-medium whitespace-nowrap"
                >
                  {day(week)}
                </th>
              ))}
              <th scope="col" className="py-1.5 pr-6 pl-4 font-medium">
                Last wrote
              </th>
              <th scope="col" className="py-1.5 font-medium">
                Missed in a row
              </th>
            </tr>
          </thead>
          <tbody>
            {shown.map(({ studentId, posts, visits, last, missed, silent }) => (
              <tr key={studentId} className="ruled border-b">
                {mayWrite && (
                  <td className="no-print pr-2">
                    <input
                      type="checkbox"
                      className="checkbox checkbox-sm align-middle"
                      aria-label={`Choose ${nameOf(studentId)}`}
                      checked={chosen.has(studentId)}
                      onChange={() => toggle(studentId)}
                    />
                  </td>
                )}
                <th scope="row" className="pr-6 text-left font-normal whitespace-nowrap">
                  {isHidden ? (
                    nameOf(studentId)
                  ) : (
                    <Link className="hover:underline" to={addresses.studentTerm(course.id, studentId)}>
                      {nameOf(studentId)}
                    </Link>
                  )}
                  {silent && <span className="ml-2 text-xs font-semibold text-seal">silent</span>}
                </th>
                {posts.map((count, index) => (
                  <td key={silence.weeks[index]} className="text-center">
                    <Leads
                      to={{ author: studentId, week: silence.weeks[index] }}
                      title={`${nameOf(studentId)}, week of ${day(silence.weeks[index]!)}: ${plural(count, 'post')}`}
                      count={count}
                      className="inline-flex justify-center"
                    >
                      <Week posts={count} visits={visits?.[index] ?? null} most={most} />
                      <span className="sr-only">
                        {plural(count, 'post')}
                        {visits && `, ${plural(visits[index]!, 'visit')}`}
                      </span>
                    </Leads>
                  </td>
                ))}
                <td className="quiet num pr-6 pl-4 whitespace-nowrap">
                  {last === null ? 'never' : <When at={last} />}
                </td>
                <td className={`num ${missed >= 2 ? 'font-semibold text-late' : 'quiet'}`}>
                  {missed === 0 ? '–' : missed}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="quiet mt-2 text-sm">
        A bar for the posts of each week{silence.students[0]?.visits ? ', a line below it for visits' : ''}.
        Weeks without classes are left out.
      </p>
      {shown.length < silence.students.length && (
        <button type="button" className="btn raised ruled no-print mt-4" onClick={() => setAll(true)}>
          Show the other {numberWords(silence.students.length - shown.length)}
        </button>
      )}
      {isWriting && about && (
        <SendDialog
          forum={about.id}
          title={`Send ${about.title} to …`}
          to={[...chosen]}
          onClose={() => setWriting(false)}
        />
      )}
    </>
  );
}
