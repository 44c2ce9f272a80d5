import { toast } from '../toast';
import { sizeWords } from '../../../contract/files';
import type { Uploaded } from '../../data/api';

/** From this share on someone is told that their room for files comes to its end. */
const NEARLY = 0.8;

/** Says after an upload how much room is left, once it is little; in one message, however many files came. */
export function warnOfRoom({ room: { used, most } }: Pick<Uploaded, 'room'>): void {
  if (used < NEARLY * most) return;
  toast.warning(`You have used ${sizeWords(used)} of your ${sizeWords(most)} for files in this course.`, {
    id: 'room-for-files',
  });
}
