import type { VantageView } from '../../contract/vantage';
import type { PhaseReason } from '../../core/access/phase';
import { dateWords } from './dateWords';

type Standing = Pick<VantageView['forums'][number], 'phase' | 'reason' | 'sealed'>;

function why(reason: PhaseReason, zone: string): string {
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
      return `It becomes visible ${dateWords(reason.at, zone)}.`;
    case 'visibleUntil':
      return `It was visible until ${dateWords(reason.at, zone)}.`;
    case 'postingFrom':
      return `Posting opens ${dateWords(reason.at, zone)}.`;
    case 'postingUntil':
      return `Posting closed ${dateWords(reason.at, zone)}.`;
    case 'prerequisites':
      return 'Something has to be done first.';
    case 'postingOpen':
      return reason.until === null
        ? 'Posting is open, without an end.'
        : `Posting is open until ${dateWords(reason.until, zone)}.`;
  }
}

/** What a forum is to a person, in a word or two and with the reason. */
export function phaseWords({ phase, reason, sealed }: Standing, zone: string): { name: string; why: string } {
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
    why: why(reason, zone) + (seal === '' ? '' : ' Their own post does not unseal it yet.'),
  };
}
