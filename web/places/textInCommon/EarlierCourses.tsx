import { useState } from 'react';
import { getEarlierCourses, setEarlierCourse, type EarlierCourse } from '../../../contract/textInCommon';
import { plural } from '../../../words/numbers';
import { call } from '../../data/api';
import { useCourse } from '../../data/course';
import { useApi } from '../../data/useApi';
import { Problem } from '../../ui/Problem';
import { orSayWhyNot } from '../../ui/sayWhyNot';
import { Failed, Loading } from '../../ui/states';
import { useSaving } from '../../ui/useSaving';

const STATES: Readonly<Record<EarlierCourse['state'], (course: EarlierCourse) => string>> = {
  agreed: ({ posts }) => `compared with this course, ${plural(posts, 'post')}`,
  asked: () => 'waits for an instructor there to agree',
  asking: () => 'asks to be compared with this course',
  agreedLater: () => 'is compared with this course',
};

/** The course an address leads to: what stands behind `/c/`. */
const courseIn = (address: string): string => /\/c\/([^/?#\s]+)/.exec(address)?.[1] ?? address.trim();

/** Which earlier courses take part in what is compared, which ask to be, and a way to add one. */
export function EarlierCourses() {
  const course = useCourse();
  const { data, error, mutate } = useApi(getEarlierCourses, { course: course.id });
  const [address, setAddress] = useState('');
  const { busy, problem, attempt } = useSaving();
  if (error && !data) return <Failed error={error} retry={() => void mutate()} />;
  if (!data) return <Loading what="Looking for earlier courses" />;
  const put = (other: string, otherIs: 'earlier' | 'later', agree: boolean) =>
    call(setEarlierCourse, { course: course.id, other }, { otherIs, agree });
  const add = (other: string) =>
    attempt(async () => {
      await put(other, 'earlier', true);
      setAddress('');
    });
  return (
    <section aria-labelledby="earlier-courses" className="ruled border-t pt-5">
      <h2 id="earlier-courses" className="text-lg">
        Earlier courses
      </h2>
      <p className="quiet mt-1 max-w-3xl">
        An earlier course takes part once an instructor of each agrees, and until one of them withdraws. Its
        students are not named, and names in its texts are covered.
      </p>
      <ul className="mt-3">
        {data.courses.map((each) => (
          <li key={`${each.id} ${each.state}`} className="ruled flex flex-wrap gap-x-4 border-b py-2">
            <span className="min-w-0 grow">
              <b>{each.title}</b>
              {each.code !== '' && <span className="quiet"> {each.code}</span>}
              <span className="quiet block text-sm">{STATES[each.state](each)}</span>
            </span>
            {each.state === 'asking' && (
              <button
                type="button"
                className="btn btn-sm h-9"
                onClick={() => void orSayWhyNot(() => put(each.id, 'later', true))}
              >
                Agree
              </button>
            )}
            <button
              type="button"
              className="link-plain text-sm"
              aria-label={`${each.state === 'asking' ? 'Decline' : 'Withdraw'}: ${each.title}`}
              onClick={() =>
                void orSayWhyNot(() =>
                  put(
                    each.id,
                    each.state === 'asking' || each.state === 'agreedLater' ? 'later' : 'earlier',
                    false,
                  ),
                )
              }
            >
              {each.state === 'asking' ? 'Decline' : 'Withdraw'}
            </button>
          </li>
        ))}
      </ul>
      <form
        className="mt-4 flex flex-wrap items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (address.trim() !== '') void add(courseIn(address));
        }}
      >
        {data.mine.length > 0 && (
          <label className="block">
            <span className="mb-1 block text-sm">A course you teach</span>
            <select
              className="select raised w-auto max-w-72"
              value={data.mine.some(({ id }) => id === address) ? address : ''}
              onChange={(event) => setAddress(event.target.value)}
            >
              <option value="">Choose a course</option>
              {data.mine.map(({ id, title, code }) => (
                <option key={id} value={id}>
                  {title} {code}
                </option>
              ))}
            </select>
          </label>
        )}
        <label className="block grow">
          <span className="mb-1 block text-sm">
            {data.mine.length > 0
              ? 'or the address of a colleague’s course'
              : 'The address of an earlier course'}
          </span>
          <input
            className="input raised w-full"
            value={data.mine.some(({ id }) => id === address) ? '' : address}
            aria-invalid={problem !== null}
            onChange={(event) => setAddress(event.target.value)}
          />
        </label>
        <button className="btn" disabled={busy || address.trim() === ''}>
          Compare with it
        </button>
      </form>
      <Problem className="mt-1 text-sm">{problem}</Problem>
    </section>
  );
}
