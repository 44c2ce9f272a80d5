import type { Finding } from '../core/checks/check';
import type { DateWriter } from './dates';
import { plural, percentWords, pointWords } from './numbers';

/** What a finding needs to be told in words. */
export interface FindingWords {
  readonly date: DateWriter;
  readonly nameOf: (studentId: string) => string;
  readonly groupOf: (spaceId: string) => string | null;
  /** How many students are asked; a finding about all of them names nobody. */
  readonly asked: number;
}

function whom(finding: Finding, words: FindingWords): string {
  const { students } = finding;
  if (students.length === 0 || students.length >= words.asked) return '';
  if (students.length <= 3) return ` Concerns ${students.map(words.nameOf).join(', ')}.`;
  return ` Concerns ${plural(students.length, 'student')}, among them ${words.nameOf(students[0]!)}.`;
}

/** A finding as a heading and a sentence. */
export function findingWords(finding: Finding, words: FindingWords): { title: string; text: string } {
  const { params } = finding;
  const date = (name: string) => words.date(Number(params[name]));
  const space = () => words.groupOf(String(params.space)) ?? 'The class';
  const [title, text] = ((): [string, string] => {
    switch (finding.code) {
      case 'reviewsWithoutDate':
        return ['Reviews without a due date.', 'Say by when students have sent their reviews.'];
      case 'pairingWithoutDate':
        return [
          'Nothing says when partners are drawn.',
          'Give the initial post a due date, or choose a moment of its own.',
        ];
      case 'reviewsBeforePairing':
        return [
          'Reviews are due before anyone has one to write.',
          `Partners are drawn ${date('pairs')}; reviews are due ${date('due')}.`,
        ];
      case 'reviewsTooSoon':
        return [
          'Little time to review.',
          `Less than 48 hours lie between ${date('from')}, when the posts are there, and ${date('due')}, when reviews are due.`,
        ];
      case 'reviewsAfterInvisible':
        return [
          'The forum is hidden before reviews are due.',
          `It disappears ${date('visibleUntil')}; after that nobody can write a review, though they are due ${date('due')}.`,
        ];
      case 'aloneToReview':
        return [
          'One student has nobody to review.',
          `${space()} has one student only, who is given no post and whose own nobody reviews.`,
        ];
      case 'tooFewToReview':
        return [
          'Too few to review one another.',
          `${space()} has ${plural(Number(params.students), 'student')}; to review ${plural(Number(params.reviews), 'post')} each it takes at least ${Number(params.reviews) + 1}.`,
        ];
      case 'tightWithMustNots':
        return [
          'Some may be short of a review.',
          `${space()} has ${plural(Number(params.students), 'student')}, some of whom must not review one another; there may not be ${plural(Number(params.reviews), 'post')} for everybody.`,
        ];
      case 'namesInConversation':
        return [
          'Names are hidden in reviews, but not in the conversation.',
          'Whoever reads the posts in the forum knows whose they are. Only a journal hides them.',
        ];
      case 'namesEasilyGuessed':
        return [
          'Names are easily guessed.',
          `${space()} has ${plural(Number(params.students), 'student')}, and everybody reviews everybody else.`,
        ];
      case 'reviewsPartWithoutReviews':
        return [
          'A part looks at reviews that nobody writes.',
          `“${String(params.part)}” is of the reviews. Let students review one another, or choose what else it looks at.`,
        ];
      case 'windowEndsBeforeStart':
        return [
          'It ends before it begins.',
          `The ${String(params.window)} window has to end after its start.`,
        ];
      case 'dueBeforePosting':
        return [
          'Due before anyone can post.',
          `${date('due')} lies before posting opens. Move the due date or open earlier.`,
        ];
      case 'prerequisiteCycle':
        return [
          'The forums wait for each other.',
          `“${String(params.forum)}” waits for this forum, directly or through others.`,
        ];
      case 'noMaximum':
        return ['No points to give.', 'An evaluated forum needs a maximum above 0 and at least one part.'];
      case 'partsDoNotAddUp':
        return [
          'The parts do not add up.',
          `They come to ${pointWords(Number(params.sum))}, the maximum is ${pointWords(Number(params.maximum))}.`,
        ];
      case 'completionOfNothing':
        return [
          'Nothing to complete.',
          `“${String(params.part)}” counts required posts, and none are required.`,
        ];
      case 'cannotReach':
        return [
          'A part cannot reach its points.',
          `What “${String(params.part)}” is made of comes to ${pointWords(Number(params.most))}, the part has ${pointWords(Number(params.maximum))}.`,
        ];
      case 'sumOfNothing':
        return [
          'Nothing to add up.',
          `“${String(params.part)}” adds up the scores of posts, and no posts are required.`,
        ];
      case 'initialPartWithoutInitial':
        return [
          'No initial post to look at.',
          `“${String(params.part)}” looks at the initial post, and none is required.`,
        ];
      case 'ratingsOff':
        return [
          'Nobody can rate here.',
          `“${String(params.part)}” is scored by ratings, and this forum has none. Turn them on, or score it otherwise.`,
        ];
      case 'emptyAudience':
        return ['Nobody is asked.', 'Choose an audience with at least one student.'];
      case 'noQuestions':
        return ['No questions yet.', 'List at least one question, or let students answer the prompt.'];
      case 'emptyPrompt':
        return ['The prompt is empty.', 'Students are asked to answer it. Write the question first.'];
      case 'dueOutsideTerm':
        return ['Outside the term.', `It is due ${date('due')}. Check the year.`];
      case 'dueOnFreeDay':
        return [
          'On a day without classes.',
          `It is due ${date('due')}${params.day ? `: ${String(params.day)}` : ''}.`,
        ];
      case 'dueOutsidePosting':
        return [
          'Due after posting has closed.',
          `Posting closes ${date('until')}; ${date('due')} or its grace lies later.`,
        ];
      case 'postingAfterInvisible':
        return [
          'It disappears before posting ends.',
          `Visible ends ${date('visibleUntil')}${params.postingUntil ? `, posting ${date('postingUntil')}` : ', posting never'}${params.due ? `; something is due ${date('due')}` : ''}.`,
        ];
      case 'repliesTooSoon':
        return [
          'Little time to reply.',
          'Replies are due less than 24 hours after the initial post; late first posts leave nothing to reply to.',
        ];
      case 'initialAfterOthersReplies':
        return [
          'An initial post after the replies.',
          `Own terms put it at ${date('due')}, when others’ replies were due ${date('others')}.`,
        ];
      case 'worseTerms':
        return [
          'Worse off than without own terms.',
          'Something meant as an exception gives them less time, or asks for more, than they would have otherwise.',
        ];
      case 'sealWithoutInitial':
        return [
          'Sealed, and nothing required.',
          'A student who writes no initial post never reads the others. Require one, or turn the seal off.',
        ];
      case 'sealOpensAtOneWord':
        return ['A single word opens the seal.', 'Require some words, or students will post two to get in.'];
      case 'dueInClockChange':
        return [
          'The clock changes in this hour.',
          `${date('due')} occurs twice or not at all on that night; choose another hour.`,
        ];
      case 'crowdedDueDates':
        return ['Three due dates within 48 hours.', `Together with ${String(params.forums) || 'others'}.`];
      case 'spaceTooSmall': {
        const where = space();
        return [
          `${where} is too small.`,
          `${plural(Number(params.students), 'student')} cannot each answer ${String(params.different)} different people.`,
        ];
      }
      case 'tooFewCanPost': {
        const where = space();
        return [
          `${where} opens too late for some.`,
          `Fewer than ${String(params.different)} others can post before these replies are due.`,
        ];
      }
      case 'inNoGroup':
        return params.readers === 'section'
          ? ['In no section.', 'Students in no section do not see the forum.']
          : ['In no group.', 'Students in no group do not see the forum. Put them in a group.'];
      case 'prerequisiteTooLate':
        return [
          'It opens too late to be done first.',
          `“${String(params.forum)}” opens only after this is due.`,
        ];
      case 'prerequisiteDraft':
        return ['It waits for a draft.', `“${String(params.forum)}” is not published, so it counts as met.`];
      case 'unitOutOfOrder':
        return ['Out of order in its unit.', `It opens before “${String(params.forum)}”, which is above it.`];
      case 'enrolledAfterDue':
        return ['Enrolled after a due date.', 'What was due before then does not count for them.'];
      case 'outsideCategory':
        return ['In no category.', 'A weighted gradebook leaves it out of the total.'];
      case 'weightsDoNotAddUp':
        return [
          'Category weights do not add up to 100.',
          `They come to ${percentWords(Number(params.sum))}.`,
        ];
      default:
        return ['Something to look at.', finding.code];
    }
  })();
  return { title, text: text + whom(finding, words) };
}
