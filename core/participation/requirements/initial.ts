import { compareFillers, fillOrder } from '../fillOrder';
import type { Slot } from '../slot';
import { emptySlot, filledSlot, type Ground } from './ground';
import type { Requirement } from './requirement';

function slots(ground: Ground): Slot[] {
  const { forum, terms, own, t } = ground;
  const due = ground.ask.initialDue;
  const minWords = terms.numbers.initialMinWords;
  const openings = own.filter((post) => post.parentId === null);
  if (forum.openings !== 'answerQuestions') {
    const first = fillOrder(openings, minWords, t)[0];
    return [
      first ? filledSlot(ground, 'initial', 1, due, first) : emptySlot(ground, 'initial', 1, due, null),
    ];
  }
  const questions = forum.questions.filter((question) => !question.retired);
  const firsts = questions.map((question) => ({
    questionId: question.id,
    filler: fillOrder(
      openings.filter((post) => post.questionId === question.id),
      minWords,
      t,
    )[0],
  }));
  const wanted = forum.required.questions;
  if (wanted === null) {
    return firsts.map(({ questionId, filler }, index) =>
      filler
        ? filledSlot(ground, 'initial', index + 1, due, filler, questionId)
        : emptySlot(ground, 'initial', index + 1, due, questionId),
    );
  }
  const made = firsts
    .flatMap(({ questionId, filler }) => (filler ? [{ questionId, filler }] : []))
    .sort((a, b) => compareFillers(a.filler, b.filler));
  return Array.from({ length: Math.min(wanted, questions.length) }, (_, index) => {
    const entry = made[index];
    return entry
      ? filledSlot(ground, 'initial', index + 1, due, entry.filler, entry.questionId)
      : emptySlot(ground, 'initial', index + 1, due, null);
  });
}

/** A first post of one's own, or one to each question. (rules §5) */
export const initial: Requirement = {
  kind: 'initial',
  count: 'initialRequired',
  words: 'initialMinWords',
  basis: 'initial',
  isPost: true,
  slots,
};
