import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { DemoAction } from './action';
import { studentId, when } from './course';
import { STAFF, STUDENTS } from './people';

/** Ids of everyone in the demo course, by the name they go by. */
const PEOPLE: ReadonlyMap<string, string> = new Map([
  ...STUDENTS.map(([given, family, , preferred = given, order]) => {
    const name = order === 'familyFirst' ? `${family} ${preferred}` : `${preferred} ${family}`;
    return [name, studentId(given, family)] as const;
  }),
  ...STAFF.map(([id, given, family]) => [`${given} ${family}`, id] as const),
]);

/** The head of a post: `Noor van Dijk on doubt, 02-12 12:01` or `Wei Liu to Aoife Cavanagh, 02-23 11:04`. */
const HEAD = /^(?<who>.+?)(?: to (?<to>.+?))?(?: on (?<question>[a-z]+))?, (?<at>\d\d-\d\d \d\d:\d\d)$/;

/** A post as a script tells it: who wrote when, to whose opening post or on which question, and its paragraphs. */
export interface Line {
  readonly who: string;
  readonly to: string | null;
  readonly question: string | null;
  readonly at: number;
  readonly paragraphs: readonly string[];
}

function lineOf(block: string): Line {
  const [head, ...paragraphs] = block.split('\n');
  const { who, to, question, at } = HEAD.exec(head!)?.groups ?? {};
  const person = (name: string) => {
    const id = PEOPLE.get(name);
    if (id === undefined) throw new Error(`Nobody in the demo course is called ${name}.`);
    return id;
  };
  if (at === undefined) throw new Error(`This is not the head of a post: ${head}`);
  return {
    who: person(who!),
    to: to ? person(to) : null,
    question: question ?? null,
    at: when(at),
    paragraphs,
  };
}

/** The script of a forum in demo/prose, one block a post; the working folder is the project's, as npm sees to. */
export const script = (forum: string): Line[] =>
  readFileSync(join('demo', 'prose', `${forum}.txt`), 'utf8')
    .trim()
    .split('\n\n')
    .map(lineOf);

/**
 * What was written in a forum, as its script tells it. Opening posts are `floodplain-i1` and so on in the order of the script, replies
 * `floodplain-r1`; a reply goes to the first post of whoever it names.
 */
export function conversation(forum: string): DemoAction[] {
  const lines = script(forum);
  const openings = lines.filter(({ to }) => to === null);
  const replies = lines.filter(({ to }) => to !== null);
  const opening = (who: string) => `${forum}-i${openings.findIndex((line) => line.who === who) + 1}`;
  const post = ({ who, to, question, at, paragraphs }: Line, id: string): DemoAction => ({
    do: 'post',
    at,
    forum,
    who,
    id,
    to: to === null ? null : opening(to),
    text: paragraphs.join('\n\n'),
    ...(question !== null && { question }),
  });
  return [
    ...openings.map((line, index) => post(line, `${forum}-i${index + 1}`)),
    ...replies.map((line, index) => post(line, `${forum}-r${index + 1}`)),
  ];
}
