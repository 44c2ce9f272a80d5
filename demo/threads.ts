import { HOUR } from '../core/time/instant';
import type { DemoAction } from './action';
import { paragraphs } from './prose';

/** Threads opened freely, as a text file lists them, each with the answers that follow it. */
export function threads(forum: string, name: string, authors: readonly string[], from: number): DemoAction[] {
  const actions: DemoAction[] = [];
  let heading = '';
  let last: string | null = null;
  paragraphs(name).forEach((line, index) => {
    const at = from + index * 7 * HOUR;
    if (line.startsWith('Thread: ')) heading = line.slice('Thread: '.length);
    else if (line.startsWith('Answer: ')) {
      actions.push({
        do: 'post',
        at,
        forum,
        who: 'teodora',
        id: `${forum}-${index}`,
        to: last,
        text: line.slice('Answer: '.length),
      });
    } else {
      last = `${forum}-${index}`;
      actions.push({
        do: 'post',
        at,
        forum,
        who: authors[actions.length % authors.length]!,
        id: last,
        to: null,
        text: `${heading}\n\n${line}`,
      });
    }
  });
  return actions;
}
