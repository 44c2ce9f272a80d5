import { Link } from 'react-router';
import { fromWallClock } from '../../../core/time/wallClock';
import { addresses } from '../../../words/addresses';
import { shortDay } from '../../../words/dates';
import { shareWords } from '../../../words/insight';
import { plural } from '../../../words/numbers';
import { useCourse } from '../../data/course';
import { Bars } from './Bars';
import { AsTable, PlainTable, useShown } from './shown';

const DEPTHS = ['no reply', '1', '2', '3', '4', '5 or more'];

/** How long posts are, week by week. */
function Lengths() {
  const { zone } = useCourse();
  const { writing } = useShown().view;
  const data = writing.byWeek.map(({ week, opening, replies }) => ({
    week: shortDay(fromWallClock(`${week}T12:00`, zone), zone),
    opening,
    replies,
  }));
  return (
    <section aria-labelledby="lengths">
      <h3 id="lengths" className="text-base">
        Words, week by week
      </h3>
      <p className="quiet text-sm">
        The middle post of each week: <span className="font-semibold text-primary">opening posts</span> and{' '}
        <span className="font-semibold text-late">replies</span>.
      </p>
      <Bars
        data={data}
        across="week"
        kinds={[
          { key: 'opening', colour: 'var(--color-primary)' },
          { key: 'replies', colour: 'var(--late)' },
        ]}
      />
      <AsTable>
        <PlainTable
          heads={['Week of', 'Opening posts', 'Replies']}
          rows={data.map(({ week, opening, replies }) => [week, opening ?? '–', replies ?? '–'])}
        />
      </AsTable>
    </section>
  );
}

/** How deep threads go. */
function Depths() {
  const { writing } = useShown().view;
  const all = writing.depths.reduce((sum, n) => sum + n, 0);
  const data = writing.depths.map((threads, depth) => ({ depth: DEPTHS[depth]!, threads }));
  return (
    <section aria-labelledby="depths">
      <h3 id="depths" className="text-base">
        How deep threads go
      </h3>
      <p className="quiet text-sm">Replies below one another, of {plural(all, 'thread')}.</p>
      <Bars data={data} across="depth" kinds={[{ key: 'threads', colour: 'var(--color-primary)' }]} />
      <AsTable>
        <PlainTable
          heads={['Replies below one another', 'Threads', 'Share']}
          rows={data.map(({ depth, threads }) => [depth, threads, shareWords(threads, all)])}
        />
      </AsTable>
    </section>
  );
}

/** How a class writes: lengths, depth, the questions that led far, and what replies bring. */
export function How() {
  const course = useCourse();
  const { view, nameOf, isHidden } = useShown();
  const { replies, asking, bringing, branches } = view.writing;
  return (
    <>
      <div className="grid gap-x-10 gap-y-8 md:grid-cols-2">
        <Lengths />
        <Depths />
      </div>
      <section aria-labelledby="bring" className="mt-8">
        <h3 id="bring" className="text-base">
          What replies bring
        </h3>
        <p className="num mt-1">
          Of {plural(replies.posts, 'reply', 'replies')}, {asking} ask something
          {bringing > asking &&
            ` and ${bringing - asking} others bring a link, a file, a picture or a quotation`}
          .
        </p>
      </section>
      <section aria-labelledby="branches" className="mt-8">
        <h3 id="branches" className="text-base">
          Questions that led far
        </h3>
        {branches.length === 0 && <p className="quiet">None has led to three posts or more yet.</p>}
        <ul className="ruled mt-1 border-t empty:border-0">
          {branches.map(({ postId, forumId, authorId, below, forum, opening }) => (
            <li key={postId} className="ruled border-b py-2">
              <p className="quiet flex flex-wrap gap-x-3 text-sm">
                <b className="num text-base-content">{plural(below, 'post')} below it</b>
                <span>{nameOf(authorId)}</span>
                <span>{forum}</span>
              </p>
              {isHidden ? (
                <p className="font-serif">{opening}</p>
              ) : (
                <Link className="font-serif hover:underline" to={addresses.post(course.id, forumId, postId)}>
                  {opening}
                </Link>
              )}
            </li>
          ))}
        </ul>
      </section>
    </>
  );
}
