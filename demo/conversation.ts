import { countWords } from '../core/text/words';
import { HOUR } from '../core/time/instant';
import type { DemoAction } from './action';
import { paragraphs, steadyRandom } from './prose';

/** Initial posts of a forum, spread over the days before (for a few, after) the due date, and replies after them. */
export function conversation(plan: {
  forum: string;
  seed: number;
  from: number;
  due: number;
  repliesDue: number;
  writers: readonly string[];
  initial: (index: number) => string;
  replies: readonly string[];
  late: ReadonlyMap<string, number>;
  until: number;
  /** Words that unseal: whoever wrote fewer cannot answer anybody. */
  minWords: number;
  /** In groups: whether two students share one; who shares none with a writer is not answered by them. */
  together?: (one: string, other: string) => boolean;
}): DemoAction[] {
  const random = steadyRandom(plan.seed);
  const actions: DemoAction[] = [];
  const posts: { id: string; who: string; at: number }[] = [];
  const unsealed: typeof posts = [];
  plan.writers.forEach((who, index) => {
    const late = plan.late.get(who);
    const at =
      late === undefined ? plan.from + Math.floor(random() ** 0.6 * (plan.due - plan.from)) : plan.due + late;
    if (at > plan.until) return;
    const id = `${plan.forum}-i${index + 1}`;
    const text = plan.initial(index);
    actions.push({ do: 'post', at, forum: plan.forum, who, id, to: null, text });
    posts.push({ id, who, at });
    if (countWords(text) >= plan.minWords) unsealed.push({ id, who, at });
  });
  const answered = new Set<string>();
  plan.replies.forEach((text, index) => {
    const writer = unsealed[(index * 7 + 3) % unsealed.length]!;
    const others = posts.filter(
      (post) =>
        post.who !== writer.who &&
        post.id !== `${plan.forum}-i1` &&
        (plan.together?.(post.who, writer.who) ?? true) &&
        !answered.has(`${writer.who} ${post.who}`),
    );
    const to = others[Math.floor(random() * others.length)];
    if (!to) return;
    const at =
      Math.max(writer.at, to.at) +
      HOUR +
      Math.floor(random() * Math.max(HOUR, plan.repliesDue - Math.max(writer.at, to.at)));
    if (at > plan.until || index % 23 === 22) return;
    answered.add(`${writer.who} ${to.who}`);
    actions.push({
      do: 'post',
      at,
      forum: plan.forum,
      who: writer.who,
      id: `${plan.forum}-r${index + 1}`,
      to: to.id,
      text,
    });
  });
  return actions;
}

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
