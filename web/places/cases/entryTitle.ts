import type { CaseContent } from '../../../contract/cases';
import { plural } from '../../../words/numbers';

/** What was put into a case, as a heading. */
export function entryTitle(content: CaseContent): string {
  switch (content.kind) {
    case 'post':
      return `Post by ${content.author.name} in ${content.forum.title}`;
    case 'pair': {
      const { one, other } = content.pair;
      const who = ({ student, course }: typeof one) =>
        student?.name ?? `a student of ${course ?? 'an earlier course'}`;
      return `Text in common of ${who(one)} and ${who(other)}`;
    }
    case 'evidence':
      return `Evidence of ${content.evidence.student.name} in ${content.forum.title}`;
    case 'note':
      return 'Note';
    case 'file':
      return `File ${content.file.name}`;
    case 'message':
      return `Message to ${content.to.name}`;
    case 'answer':
      return `Answer of ${content.from.name}`;
    case 'opened':
      return 'Opened';
    case 'named':
      return content.part === 'staff'
        ? `${content.person.name} named: reads this case`
        : `${content.person.name} added`;
    case 'unnamed':
      return `${content.person.name} removed`;
    case 'decided':
      return 'Decided';
    case 'reopened':
      return 'Opened again';
  }
}

/** "12 entries" */
export const entriesWords = (entries: number): string => plural(entries, 'entry', 'entries');
