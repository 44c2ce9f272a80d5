import { foldText } from '../../../core/text/foldText';
import Mention from '@tiptap/extension-mention';
import type { SuggestionKeyDownProps, SuggestionProps } from '@tiptap/suggestion';
import type { PersonName } from '../../../contract/basics';

/** Names that fit what is typed after an @, and how one of them is chosen. */
export interface Suggested {
  readonly people: readonly PersonName[];
  readonly at: number;
  /** Where the @ is on the screen now. */
  readonly rect: () => DOMRect | null;
  readonly choose: (person: PersonName) => void;
}

/** Who can be mentioned, as far as is known now. */
export class Mentionable {
  #people: readonly PersonName[] = [];

  get people(): readonly PersonName[] {
    return this.#people;
  }

  know(people: readonly PersonName[]): void {
    this.#people = people;
  }
}

const MOST = 8;

/** The people whose name, or a part of it, begins with what is typed; accents do not matter. */
export function peopleLike(people: readonly PersonName[], typed: string): PersonName[] {
  const looked = foldText(typed);
  return people
    .filter(
      ({ name }) =>
        foldText(name).startsWith(looked) ||
        foldText(name)
          .split(/[\s-]+/)
          .some((part) => part.startsWith(looked)),
    )
    .slice(0, MOST);
}

/** Mentions by typing @ and a name; which names there are is asked anew with every letter. */
export function mentionExtension(mentionable: Mentionable, show: (suggested: Suggested | null) => void) {
  let at = 0;
  let latest: SuggestionProps<PersonName, { id: string; label: string }> | null = null;
  const tell = () => {
    if (latest === null || latest.items.length === 0) return show(null);
    const { items, command, clientRect } = latest;
    at = Math.min(at, items.length - 1);
    show({
      people: items,
      at,
      rect: () => clientRect?.() ?? null,
      choose: ({ id, name }) => command({ id, label: name }),
    });
  };
  return Mention.configure({
    HTMLAttributes: { class: 'mention' },
    deleteTriggerWithBackspace: true,
    suggestion: {
      items: ({ query }) => peopleLike(mentionable.people, query),
      render: () => ({
        onStart(props) {
          at = 0;
          latest = props;
          tell();
        },
        onUpdate(props) {
          at = 0;
          latest = props;
          tell();
        },
        onExit() {
          latest = null;
          show(null);
        },
        onKeyDown({ event }: SuggestionKeyDownProps) {
          if (latest === null || latest.items.length === 0) return false;
          if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
            const { length } = latest.items;
            at = (at + (event.key === 'ArrowDown' ? 1 : length - 1)) % length;
            tell();
            return true;
          }
          if (event.key === 'Enter' || event.key === 'Tab') {
            const { id, name } = latest.items[at]!;
            latest.command({ id, label: name });
            return true;
          }
          if (event.key === 'Escape') {
            latest = null;
            show(null);
            return true;
          }
          return false;
        },
      }),
    },
  });
}
