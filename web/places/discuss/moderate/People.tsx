import { addresses } from '../../../../words/addresses';
import { Send } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { ModeratedStudent, ModerateView } from '../../../../contract/moderate';
import { useCourse } from '../../../data/course';
import { useAddress } from '../../../data/useAddress';
import { useVantage } from '../../../data/vantage';
import { EVIDENCE_WORDS } from '../../../../words/evidence';
import { plural, numberWords } from '../../../../words/numbers';
import { When } from '../../../ui/When';
import { SendDialog } from '../post/SendDialog';

type Who = 'all' | 'nothing' | 'nobody' | 'unanswered' | 'unopened' | 'reads';

const WHO: readonly (readonly [Who, string, (student: ModeratedStudent) => boolean])[] = [
  ['all', 'Everyone', () => true],
  ['nothing', 'Posted nothing yet', ({ posts, asked }) => posts === 0 && asked],
  ['nobody', 'Replied to nobody', ({ posts, answered }) => posts > 0 && answered === 0],
  ['unanswered', 'Nobody has replied to them', ({ unanswered }) => unanswered.length > 0],
];
/** The same where the course keeps visits. */
const WITH_VISITS: typeof WHO = [
  ...WHO,
  ['unopened', 'Has not opened it', ({ visits, posts, asked }) => visits === null && posts === 0 && asked],
  ['reads', 'Opens and does not write', ({ visits, posts }) => visits !== null && posts === 0],
];

/** What else is to be known of a student in this forum: that it is not asked of them, and what the evidence says. */
function Notes({ row }: { row: ModerateView['students'][number] }) {
  return (
    <>
      {!row.asked && <span className="quiet">not asked</span>}
      {row.marks.length > 0 && (
        <Link
          to={{ search: `?view=evidence&student=${row.student.id}` }}
          className="font-semibold text-late hover:underline"
        >
          {row.marks.map((mark) => EVIDENCE_WORDS[mark]).join(', ')}
        </Link>
      )}
    </>
  );
}

/** Every student with what they wrote, whom they answered and who answered them; chosen ones can be written to. */
export function People({ moderate }: { moderate: ModerateView }) {
  const { id: course, visits: keepsVisits } = useCourse();
  const choices = keepsVisits ? WITH_VISITS : WHO;
  const isMine = useVantage() === null;
  const { search, set } = useAddress();
  const { forum, students } = moderate;
  const asked = search.get('who');
  const [who, , fits] = choices.find(([name]) => name === asked) ?? WHO[0]!;
  const shown = useMemo(() => students.filter(fits), [students, fits]);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [writing, setWriting] = useState(false);
  const picked = shown.filter(({ student }) => chosen.has(student.id));
  const all = shown.length > 0 && picked.length === shown.length;
  const toggle = (ids: readonly string[], on: boolean) =>
    setChosen((before) => {
      const next = new Set(before);
      for (const id of ids)
        if (on) next.add(id);
        else next.delete(id);
      return next;
    });
  return (
    <section aria-label="Students">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2 py-3">
        <div role="group" aria-label="Show only" className="flex flex-wrap gap-1.5">
          {choices.map(([name, words, matches]) => (
            <button
              key={name}
              type="button"
              aria-pressed={who === name}
              className={`num cursor-pointer rounded-full border px-2.5 py-0.5 text-sm ${who === name ? 'border-primary font-semibold bg-river-wash' : 'ruled quiet hover:border-primary'}`}

              onClick={() => set({ who: name === 'all' ? '' : name })}
            >
              {words} {numberWords(students.filter(matches).length)}
            </button>
          ))}
        </div>
        <span className="grow" />
        {isMine && (
          <button
            type="button"
            className="btn btn-primary btn-sm h-9"
            disabled={picked.length === 0}
            onClick={() => setWriting(true)}
          >
            <Send className="size-4" aria-hidden />
            {picked.length === 0 ? 'Write to …' : `Write to ${plural(picked.length, 'student')}`}
          </button>
        )}
      </div>
      {shown.length === 0 ? (
        <p className="quiet py-6">Nobody matches.</p>
      ) : (
        <table className="w-full text-left">
          <thead>
            <tr className="quiet ruled border-b text-xs sm:text-sm">
              {isMine && (
                <th scope="col" className="w-8 min-w-8 py-2">
                  <input
                    type="checkbox"
                    className="checkbox checkbox-sm"
                    aria-label={all ? 'Clear the selection' : `Choose all ${shown.length}`}
                    checked={all}
                    onChange={() =>
                      toggle(
                        shown.map(({ student }) => student.id),
                        !all,
                      )
                    }
                  />
                </th>
              )}
              <th scope="col" className="py-2 pr-4 font-medium">
                Student
              </th>
              <th scope="col" className="py-2 pr-2 text-right font-medium sm:pr-4">
                Posts
              </th>
              <th scope="col" className="py-2 pr-2 text-right font-medium sm:pr-4">
                People answered
              </th>
              <th scope="col" className="py-2 pr-2 text-right font-medium sm:pr-4">
                Not answered
              </th>
              {keepsVisits && (
                <th scope="col" className="py-2 pr-2 text-right font-medium sm:pr-4">
                  Opened
                </th>
              )}
              <th scope="col" className="py-2 font-medium max-sm:hidden">
                <span className="sr-only">Notes</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {shown.map((row) => (
              <tr key={row.student.id} className="ruled border-b">
                {isMine && (
                  <td className="min-w-8 py-2">
                    <input
                      type="checkbox"
                      className="checkbox checkbox-sm"
                      aria-label={`Choose ${row.student.name}`}
                      checked={chosen.has(row.student.id)}
                      onChange={(event) => toggle([row.student.id], event.target.checked)}
                    />
                  </td>
                )}
                <th scope="row" className="min-w-28 py-2 pr-3 font-semibold sm:pr-4">
                  <Link
                    to={addresses.forum(course, forum.id, { author: row.student.id })}
                    className="hover:underline"
                  >
                    {row.student.sortable}
                  </Link>
                  <span className="block text-sm font-normal sm:hidden">
                    <Notes row={row} />
                  </span>
                </th>
                <td className="num py-2 pr-2 text-right sm:pr-4">
                  {row.posts === 0 ? <b>0</b> : numberWords(row.posts)}
                </td>
                <td className="num py-2 pr-2 text-right sm:pr-4">{numberWords(row.answered)}</td>
                <td className="num py-2 pr-2 text-right sm:pr-4">{numberWords(row.unanswered.length)}</td>
                {keepsVisits && (
                  <td className="num py-2 pr-2 text-right sm:pr-4">
                    {row.visits === null ? (
                      '–'
                    ) : (
                      <>
                        {plural(row.visits.visits, 'time')}
                        <span className="quiet block text-xs max-sm:hidden">
                          last <When at={row.visits.last} />
                        </span>
                      </>
                    )}
                  </td>
                )}
                <td className="py-2 text-sm max-sm:hidden">
                  <Notes row={row} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {writing && (
        <SendDialog
          forum={forum.id}
          title={`Write to ${plural(picked.length, 'student')} about “${forum.title}”`}
          to={picked.map(({ student }) => student.id)}
          onClose={() => setWriting(false)}
        />
      )}
    </section>
  );
}
