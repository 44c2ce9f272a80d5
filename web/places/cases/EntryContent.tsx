import type { CaseContent } from '../../../contract/cases';
import { sizeWords } from '../../../contract/files';
import { lengthWords } from '../../../words/dates';
import { EVIDENCE_WORDS } from '../../../words/evidence';
import { numberWords, plural } from '../../../words/numbers';
import { closeWords, inCommonWords, reachWords, shareWords } from '../../../words/textInCommon';
import { Compared } from '../../ui/Compared';
import { When } from '../../ui/When';
import { MarkedText } from '../../ui/MarkedText';
import { writerOf } from '../../ui/writerOf';

type Of<K extends CaseContent['kind']> = Extract<CaseContent, { kind: K }>;

const TEXT = 'font-serif text-base leading-relaxed whitespace-pre-wrap [overflow-wrap:anywhere]';

function Post({ content }: { content: Of<'post'> }) {
  const { answers, versions, removals, received } = content;
  return (
    <>
      {answers && (
        <blockquote className="ruled quiet mb-2 border-l-[3px] pl-3">
          <p className="text-sm">It replies to {answers.author.name}:</p>
          <p className={TEXT}>{answers.text}</p>
        </blockquote>
      )}
      {versions.map(({ number, at, words, byStaff, text, draftKeptAt, files }) => (
        <div key={number} className="ruled mb-3 border-l-2 pl-4">
          <p className="quiet num text-sm">
            <b className="text-base-content">Version {number}</b> · <When at={at} plain /> ·{' '}
            {plural(words, 'word')}
            {byStaff && ' · by staff'}
            {draftKeptAt !== null && (
              <>
                {' · '}last draft saved <When at={draftKeptAt} plain />
              </>
            )}
          </p>
          <p className={TEXT}>{text}</p>
          <Files files={files} />
        </div>
      ))}
      {removals.map(({ from, to }) => (
        <p key={from} className="quiet text-sm">
          Removed <When at={from} plain />
          {to !== null && (
            <>
              , restored <When at={to} plain />
            </>
          )}
        </p>
      ))}
      <p className="text-sm">
        {received.length === 0
          ? 'No post of others in this forum had reached its author before the last version.'
          : `Before the last version, ${plural(received.length, 'post')} of others in this forum had reached its author:`}
      </p>
      {received.length > 0 && (
        <ul className="quiet num columns-1 text-sm sm:columns-2">
          {received.map(({ postId, author, at }) => (
            <li key={postId}>
              {author.name}, <When at={at} plain />
            </li>
          ))}
        </ul>
      )}
    </>
  );
}

function Files({ files }: { files: Of<'post'>['versions'][number]['files'] }) {
  if (files.length === 0) return null;
  return (
    <ul className="mt-1 text-sm">
      {files.map(({ id, name, size, sha256 }) => (
        <li key={id} className="[overflow-wrap:anywhere]">
          <a href={`/api/files/${id}`} download={name} className="link-plain">
            {name}
          </a>{' '}
          <span className="quiet num">
            {sizeWords(size)}, SHA-256 {sha256}
          </span>
        </li>
      ))}
    </ul>
  );
}

function Pair({ content: { pair } }: { content: Of<'pair'> }) {
  return (
    <>
      <p className="num">
        {inCommonWords(pair.words, pair.passages.length)}: {shareWords(pair.shares.one)} of the earlier post,{' '}
        {shareWords(pair.shares.other)} of the later. {closeWords(pair.close)}.
      </p>
      <ol className="mt-1 text-sm">
        {pair.passages.map(({ words, source, then, reach }, index) => (
          <li key={index}>
            <b className="num">{index + 1}</b> {plural(words, 'word')}, first in a post of {writerOf(source)},{' '}
            <When at={source.at} plain className="num" />; then of {writerOf(then)},{' '}
            <When at={then.at} plain className="num" />.{' '}
            {reachWords(reach, then.student?.given ?? writerOf(then))}
          </li>
        ))}
      </ol>
      <div className="mt-3 grid gap-6 md:grid-cols-2 print:grid-cols-2">
        {(['one', 'other'] as const).map((side) => (
          <div key={side} className="min-w-0">
            <p className="text-sm">
              <b>{writerOf(pair[side])}</b>{' '}
              <span className="quiet num">
                <When at={pair[side].at} plain />, version {pair[side].number}, {pair[side].forum.title}
              </span>
            </p>
            <MarkedText marked={pair.texts[side]} />
          </div>
        ))}
      </div>
    </>
  );
}

function EvidenceContent({ content: { evidence } }: { content: Of<'evidence'> }) {
  const { marks, first, final, differs, between, compared } = evidence;
  const received = between.filter(({ receivedAt }) => receivedAt !== null);
  return (
    <>
      {marks.length > 0 && (
        <p className="font-semibold">{marks.map((mark) => EVIDENCE_WORDS[mark]).join(', ')}</p>
      )}
      <p>
        <When at={first.at} plain className="num" /> the seal opened, with {plural(first.words, 'word')}.
        {final !== null && final.at > first.at && (
          <>
            {' '}
            <When at={final.at} plain className="num" /> the last version, {lengthWords(final.at - first.at)}{' '}
            later, with {plural(final.words, 'word')}.
          </>
        )}
        {differs && ` ${closeWords(10_000 - differs.share)}.`}
      </p>
      <div className="mt-2">
        <Compared stretches={compared} />
      </div>
      <p className="mt-2 text-sm">
        {between.length === 0
          ? 'There was nothing new to read between.'
          : `${plural(between.length, 'post')} could be read between; ${numberWords(received.length)} had reached their browser${received.length === 0 ? '.' : ':'}`}
      </p>
      <ul className="quiet num columns-1 text-sm sm:columns-2">
        {received.map(({ postId, author, receivedAt }) => (
          <li key={postId}>
            {author.name}, <When at={receivedAt!} plain />
          </li>
        ))}
      </ul>
    </>
  );
}

/** What was put into a case, as it stood then; on the page and on paper. */
export function EntryContent({ content }: { content: CaseContent }) {
  switch (content.kind) {
    case 'post':
      return <Post content={content} />;
    case 'pair':
      return <Pair content={content} />;
    case 'evidence':
      return <EvidenceContent content={content} />;
    case 'note':
    case 'message':
    case 'answer':
      return <p className={TEXT}>{content.text}</p>;
    case 'file':
      return <Files files={[content.file]} />;
    case 'decided':
      return (
        <>
          <p className={`${TEXT} font-semibold`}>{content.decision}</p>
          <p className={TEXT}>{content.reason}</p>
        </>
      );
    case 'reopened':
      return <p className={TEXT}>{content.reason}</p>;
    case 'opened':
      return <p>{content.title}</p>;
    case 'named':
    case 'unnamed':
      return null;
  }
}
