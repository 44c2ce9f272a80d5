import type { PhaseAnswer, PhaseReason } from '../core/access/phase';
import type { SealedScopes } from '../core/access/seal';
import type { DateWriter } from './dates';

function why(reason: PhaseReason, date: DateWriter): string {
  switch (reason.code) {
    case 'draft':
      return 'It is a draft.';
    case 'removedFromRoster':
      return 'They are not on the roster any more.';
    case 'notInAudience':
      return 'They are not in its audience.';
    case 'noSpace':
      return 'They are in no group or section of it.';
    case 'frozen':
      return 'Staff have frozen it.';
    case 'visibleFrom':
      return `It becomes visible ${date(reason.at)}.`;
    case 'visibleUntil':
      return `It was visible until ${date(reason.at)}.`;
    case 'postingFrom':
      return `Posting opens ${date(reason.at)}.`;
    case 'postingUntil':
      return `Posting closed ${date(reason.at)}.`;
    case 'prerequisites':
      return 'Something has to be done first.';
    case 'postingOpen':
      return reason.until === null
        ? 'Posting is open, without an end.'
        : `Posting is open until ${date(reason.until)}.`;
  }
}

/** What a forum is to a person, in a word or two and with the reason. */
export function phaseWords(
  { phase, reason, sealed }: Pick<PhaseAnswer, 'phase' | 'reason'> & { readonly sealed: SealedScopes },
  date: DateWriter,
): { name: string; why: string } {
  const reads = phase === 'open' || phase === 'readOnly';
  const seal =
    !reads || sealed === 'none'
      ? ''
      : sealed === 'forum'
        ? ', sealed'
        : `, ${sealed.length === 1 ? 'one question' : `${sealed.length} questions`} sealed`;
  const name = {
    absent: 'hidden',
    locked: 'locked',
    announced: 'announced',
    readOnly: 'read only',
    open: 'open',
  }[phase];
  return {
    name: name + seal,
    why: why(reason, date) + (seal === '' ? '' : ' Their own post does not unseal it yet.'),
  };
}
