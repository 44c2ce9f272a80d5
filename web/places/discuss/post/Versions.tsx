import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/react';
import { useMemo, useState } from 'react';
import { getRevisions } from '../../../../contract/discuss';
import type { AnswerOf } from '../../../../contract/endpoint';
import { getDeskVersions } from '../../../../contract/evaluate';
import type { PersonName } from '../../../../contract/basics';
import { closenessOf, compareWords, distanceBetween } from '../../../../core/text/compareWords';
import { useCourse } from '../../../data/course';
import { useApi, withQuery } from '../../../data/useApi';
import { Compared } from '../../../ui/Compared';
import { Dialog } from '../../../ui/Dialog';
import { dateWords } from '../../../ui/dateWords';
import { plural } from '../../../../words/numbers';
import { closeWords } from '../../../../words/textInCommon';
import { Prose } from '../../../ui/Prose';
import { Failed, Loading } from '../../../ui/states';
import { When } from '../../../ui/When';
import { textOfHtml } from '../context/textOfHtml';

type Revision = AnswerOf<typeof getRevisions>['revisions'][number];

/** Every version of a post, the newest first, and any two of them compared word by word; for its author and staff. */
export function Versions({
  forum,
  post,
  comparedFrom = null,
  desk,
  onClose,
}: {
  forum: string;
  post: { readonly id: string; readonly author: PersonName | null };
  /** Opens with this version compared to the newest. */
  comparedFrom?: number | null;
  /** On the Desk: whose, as they are called there, and whether names are hidden. */
  desk?: { readonly student: string; readonly hidden: boolean };
  onClose: () => void;
}) {
  const course = useCourse();
  const place = { course: course.id, forum, post: post.id };
  const plain = useApi(getRevisions, desk ? null : place);
  const asCalled = withQuery(getDeskVersions, { names: desk?.hidden ? 'hidden' : undefined });
  const atDesk = useApi(asCalled, desk ? { ...place, student: desk.student } : null);
  const { data, error } = desk ? atDesk : plain;
  const revisions = data?.revisions ?? [];
  return (
    <Dialog title={`Versions of ${post.author!.name}’s post`} onClose={onClose} wide>
      {error && <Failed error={error} />}
      {!data && !error && <Loading />}
      {revisions.length === 1 && <OneByOne revisions={revisions} />}
      {revisions.length > 1 && (
        <TabGroup defaultIndex={comparedFrom === null ? 0 : 1}>
          <TabList aria-label="How to read them" className="mb-4 flex gap-4 text-sm">
            {['One by one', 'Compared'].map((name) => (
              <Tab
                key={name}
                className="quiet cursor-pointer border-b-2 border-transparent pb-0.5 data-selected:border-primary data-selected:font-bold data-selected:text-base-content data-selected:opacity-100"
              >
                {name}
              </Tab>
            ))}
          </TabList>
          <TabPanels>
            <TabPanel>
              <OneByOne revisions={revisions} />
            </TabPanel>
            <TabPanel>
              <Comparison revisions={revisions} first={comparedFrom ?? revisions[0]!.number} />
            </TabPanel>
          </TabPanels>
        </TabGroup>
      )}
    </Dialog>
  );
}

/** Every version, the newest first. */
function OneByOne({ revisions }: { revisions: readonly Revision[] }) {
  return (
    <ol className="space-y-5">
      {[...revisions].reverse().map((revision) => (
        <li key={revision.number} className="ruled border-l-2 pl-4">
          <p className="quiet num text-sm">
            <b className="text-base-content">Version {revision.number}</b> · <When at={revision.at} /> ·{' '}
            {plural(revision.words, 'word')}
            {revision.byStaff && ` · by ${revision.author.name}`}
            {revision.draftKeptAt !== null && (
              <>
                {' · '}last draft saved <When at={revision.draftKeptAt} />
              </>
            )}
          </p>
          <Prose html={revision.html} className="mt-1 text-base" />
        </li>
      ))}
    </ol>
  );
}

function Comparison({ revisions, first }: { revisions: readonly Revision[]; first: number }) {
  const { zone } = useCourse();
  const [from, setFrom] = useState(first);
  const [to, setTo] = useState(revisions.at(-1)!.number);
  const textOf = (number: number) => textOfHtml(revisions.find((each) => each.number === number)!.html);
  const [before, after] = [textOf(from), textOf(to)];
  const stretches = useMemo(() => compareWords(before, after), [before, after]);
  const isSame = stretches.every(({ kind }) => kind === 'same');
  const choice = (label: string, value: number, choose: (number: number) => void) => (
    <label className="text-sm">
      <span className="quiet mr-1.5">{label}</span>
      <select
        className="select select-sm num w-auto"
        value={value}
        onChange={(event) => choose(Number(event.target.value))}
      >
        {revisions.map(({ number, at, words, byStaff, author }) => (
          <option key={number} value={number}>
            {`Version ${number}, ${dateWords(at, zone)}, ${plural(words, 'word')}${byStaff ? `, by ${author.name}` : ''}`}
          </option>
        ))}
      </select>
    </label>
  );
  return (
    <>
      <div className="mb-3 flex flex-wrap gap-x-4 gap-y-2">
        {choice('From', from, setFrom)}
        {choice('to', to, setTo)}
      </div>
      {isSame ? (
        <p className="quiet">These two say the same, word for word.</p>
      ) : (
        <>
          <p className="quiet num mb-2 text-sm">
            {closeWords(Math.round(closenessOf(distanceBetween(before, after)) * 10_000))}.
          </p>
          <Compared stretches={stretches} />
        </>
      )}
    </>
  );
}
