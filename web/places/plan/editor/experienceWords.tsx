import type { ReactNode } from 'react';
import type { Experience, LateCost } from '../../../../core/plan/experienceOf';
import { dateWords } from '../../../ui/dateWords';
import { plural, maximumWords, pointWords } from '../../../../words/numbers';

const b = (text: string) => <b className="font-semibold">{text}</b>;

const NOT_ASKED = {
  draft: 'the forum is a draft',
  notInAudience: 'they are not in its audience',
  noSpace: 'they are in no group or section of it',
  removedFromRoster: 'they were removed from the roster',
  enrolledAfterEnd: 'everything was due before they enrolled',
};

function costWords(late: LateCost): ReactNode {
  if (late === null) return null;
  if (late.kind === 'noCredit') return ': late posts earn nothing';
  return `: ${pointWords(late.aDay)} of ${maximumWords(late.of)} points a day, ${pointWords(late.atMost)} at most`;
}

/** One thing a student will live through, as a sentence. */
export function experienceWords(step: Experience, given: string, zone: string): ReactNode {
  const date = (at: number) => b(dateWords(at, zone));
  switch (step.code) {
    case 'notAsked':
      return (
        <>
          {given} is not asked for this: {NOT_ASKED[step.reason]}.
        </>
      );
    case 'appears':
      return (
        <>
          {step.at === null ? 'At once' : <>From {date(step.at)}</>}, {given} finds this in My work
          {step.posts > 0 ? ` with ${plural(step.posts, 'post')} to make` : ', with nothing required'}
          {step.reviews > 0 && ` and ${plural(step.reviews, 'review')} to write`}.
          {step.initial && step.posts > 1 && ' The initial post comes first.'}
        </>
      );
    case 'postingOpens':
      return <>Posting opens {date(step.at)}; until then the prompt can be read.</>;
    case 'sealed':
      return (
        <>
          {plural(step.classmates, 'classmate is', 'classmates are')} asked too. None of their posts can be
          read until {given}’s own {step.questions > 0 && 'answer '}has {b(plural(step.words, 'word'))};{' '}
          {step.questions > 0
            ? 'then all answers to that question, and the next question in its turn.'
            : 'then all of them, at once.'}
          {step.lifts === null && ' Whoever never writes one never reads them.'}
        </>
      );
    case 'initialDue':
      return (
        <>
          After {date(step.at)} the initial post is late{costWords(step.late)}
          {step.gate === 'replies' && ', and the replies earn nothing'}
          {step.gate === 'whole' && ', and nothing in this forum earns points'}.
          {!step.accepted && ' No initial post is taken after it.'}
        </>
      );
    case 'repliesDue':
      return (
        <>
          {plural(step.replies, 'reply', 'replies')} to {step.different < step.replies ? 'at least ' : ''}
          {plural(step.different, 'person', 'different people')}
          {step.words > 0 && `, ${plural(step.words, 'word')} each,`}{' '}
          {step.at === null ? (
            step.replies === 1 ? (
              'has no due date'
            ) : (
              'have no due date'
            )
          ) : (
            <>
              {step.replies === 1 ? 'is' : 'are'} due {date(step.at)}
            </>
          )}
          {step.at !== null && step.late !== null && <>; late{costWords(step.late)}</>}.
          {step.at !== null && !step.accepted && ' None is taken after it.'}
        </>
      );
    case 'postsDue':
      return (
        <>
          {plural(step.posts, step.journal ? 'entry' : 'post', step.journal ? 'entries' : 'posts')}
          {step.words > 0 && ` of ${plural(step.words, 'word')}`}{' '}
          {step.at === null ? (
            'have no due date'
          ) : (
            <>
              {step.posts === 1 ? 'is' : 'are'} due {date(step.at)}
            </>
          )}
          {step.journal && '; only staff read them'}.
        </>
      );
    case 'paired':
      return step.pairing === 'byHand' ? (
        <>You assign by hand whose posts {given} reviews.</>
      ) : (
        <>
          {step.at === null ? 'Partners are drawn' : <>On {date(step.at)} partners are drawn</>}: {given} is
          given posts to review, and others are given {given}’s.
        </>
      );
    case 'reviewsDue':
      return (
        <>
          {plural(step.reviews, 'review')}
          {step.words > 0 && `, ${plural(step.words, 'word')} each,`}{' '}
          {step.at === null ? (
            'without a due date'
          ) : (
            <>
              {step.reviews === 1 ? 'is' : 'are'} due {date(step.at)}
            </>
          )}
          {step.at !== null && step.late !== null && <>; late{costWords(step.late)}</>}.{' '}
          {step.names !== 'shown' && `Nobody is told that ${given} wrote them. `}
          {step.received === 'atOnce'
            ? `${given} reads those of their own post as they are sent.`
            : step.received === 'atReviewsDate'
              ? `Then ${given} reads those of their own post.`
              : `${given} reads those of their own post when you hand them over.`}
        </>
      );
    case 'sealLifts':
      return <>On {date(step.at)} the seal lifts for everyone who has not written.</>;
    case 'postingCloses':
      return <>Posting closes {date(step.at)}; what was written can still be read.</>;
    case 'disappears':
      return (
        <>
          On {date(step.at)} the forum is gone from {given}’s list
          {step.before === 'repliesDue' && ', before the replies are due'}
          {step.before === 'reviewsDue' && ', before the reviews are due'}
          {step.before === 'initialDue' && ', before the initial post is due'}
          {step.before === 'postingCloses' && ', while posting still goes on'}.
        </>
      );
    case 'ready': {
      const when =
        step.when === 'complete'
          ? step.posts > 0
            ? `when ${step.posts === 1 ? 'the post is' : `all ${step.posts} posts are`} made${step.reviews > 0 ? ' and the reviews sent' : ''}`
            : 'with the first post'
          : step.when === 'anyPost'
            ? 'with the first post'
            : `with ${plural(step.when.atLeast, 'post')}`;
      return (
        <>
          {given} comes up for evaluation {when}
          {step.at !== null && <>, or after {date(step.at)} with whatever has been written by then</>}.
        </>
      );
    }
  }
}
