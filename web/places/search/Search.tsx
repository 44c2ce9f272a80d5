import { addresses } from '../../../words/addresses';
import { Search as Glass } from 'lucide-react';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { search, type SearchHit } from '../../../contract/search';
import { useCourse } from '../../data/course';
import { useApi, withQuery } from '../../data/useApi';
import { plural } from '../../../words/numbers';
import { Failed, Loading } from '../../ui/states';
import { useTitle } from '../../ui/useTitle';
import { useTyped } from '../../ui/useTyped';
import { When } from '../../ui/When';

const FIRST = 30;
const MOST = 100;

/** A post that was found: where, by whom, and the words around what was looked for. */
function Hit({ hit }: { hit: SearchHit }) {
  const course = useCourse();
  return (
    <li className="ruled border-b">
      <Link
        to={addresses.post(course.id, hit.forumId, hit.postId)}
        className="group block px-1 py-3 hover:bg-base-200"
      >
        <span className="flex flex-wrap items-baseline gap-x-3">
          <span className="font-serif font-semibold group-hover:underline">{hit.forum}</span>
          <span className="text-sm font-semibold">{hit.author.name}</span>
          <When at={hit.at} plain className="quiet num text-sm" />
        </span>
        <span className="mt-0.5 block font-serif leading-relaxed">
          {hit.pieces.map(({ text, hit: isHit }, index) =>
            isHit ? (
              <mark key={index} className="rounded-xs px-0.5 bg-river-wash text-inherit">
                {text}
              </mark>
            ) : (
              <span key={index}>{text}</span>
            ),
          )}
        </span>
      </Link>
    </li>
  );
}

/** Search over everything a person may read in the course. */
export function Search() {
  const course = useCourse();
  const [address, setAddress] = useSearchParams();
  const words = address.get('find') ?? '';
  const [limit, setLimit] = useState(FIRST);
  const [typed, setTyped] = useTyped(words, (next) => {
    setLimit(FIRST);
    setAddress(next === '' ? {} : { find: next }, { replace: true });
  });
  const { data, error, mutate } = useApi(
    withQuery(search, { find: words, limit: String(limit) }),
    words === '' ? null : { course: course.id },
    { keepPreviousData: true, revalidateOnFocus: false },
  );
  useTitle(words === '' ? 'Search' : `Search: ${words}`, course.title);
  return (
    <div className="mx-auto w-full max-w-3xl px-5 pt-6 pb-16">
      <h1 className="text-2xl">Search</h1>
      <label className="input raised mt-4 h-11 w-full">
        <Glass className="size-4 opacity-60" aria-hidden />
        <input
          type="search"
          autoFocus
          aria-label="Search the course"
          placeholder="Words in a post"
          maxLength={400}
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
        />
      </label>
      <p className="quiet mt-1.5 text-sm">
        All words must occur; put a phrase in quotation marks. Accents and capitals make no difference.
      </p>
      {words !== '' && (
        <div className="mt-4">
          {error && !data ? (
            <Failed error={error} retry={() => void mutate()} />
          ) : !data ? (
            <Loading what="Looking" />
          ) : (
            <>
              <p role="status" className="label-caps ruled border-b pb-1.5 font-sans">
                {data.total === 0
                  ? 'No post that you may read contains these words'
                  : plural(data.total, 'post')}
              </p>
              <ol>
                {data.hits.map((hit) => (
                  <Hit key={hit.postId} hit={hit} />
                ))}
              </ol>
              {data.hits.length < data.total && limit < MOST && (
                <button
                  type="button"
                  className="btn btn-sm raised ruled mt-4 h-9"
                  onClick={() => setLimit(MOST)}
                >
                  Show more
                </button>
              )}
              {data.hits.length < data.total && limit >= MOST && (
                <p className="quiet mt-4">The best {MOST} are shown. Add a word to find fewer.</p>
              )}
            </>
          )}
        </div>
      )}
    </div>
  );
}
