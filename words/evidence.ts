import type { EvidenceMark } from '../core/evidence/evidenceOf';

/** What is noted of how someone opened a seal, in words that accuse nobody. */
export const EVIDENCE_WORDS: Record<EvidenceMark, string> = {
  changed: 'changed after unsealing',
  writtenAnew: 'removed and written again',
  fewWords: 'unsealed with few words',
};
