import { DAY, HOUR } from '../core/time/instant';
import { conversation } from './conversation';
import { studentId, studentIds, when } from './course';
import type { DemoAction } from './action';
import { paragraphs } from './prose';

const rafael = studentId('Rafael', 'Osei');
const vasco = studentId('Vasco', 'Pereira');
const bram = studentId('Bram', 'Oyelaran');
const tomas = studentId('Tomás', 'Abreu');
const ines = studentId('Ines', 'Vardanyan');
const sunniva = studentId('Sunniva', 'Quist');
const deniz = studentId('Deniz', 'Uzun');
const lucie = studentId('Lucie', 'Vondráčková');
const emi = studentId('Emi', 'Sato');
const selam = studentId('Selam', 'Woldemariam');

/** The forum that shows most: late and short posts, a thread six levels deep, a placeholder edited after unsealing, a removal. */
export function floodplain(): DemoAction[] {
  const openings = paragraphs('floodplain-openings');
  const reasons = paragraphs('floodplain-arguments');
  const closings = paragraphs('floodplain-closings');
  const replies = paragraphs('floodplain-replies');
  const forum = 'floodplain';
  const writers = [ines, bram, ...studentIds.filter((id) => ![ines, bram, vasco, rafael].includes(id))];
  const actions = conversation({
    forum,
    seed: 41,
    from: when('02-16 09:10'),
    due: when('02-19 23:59'),
    repliesDue: when('02-24 20:00'),
    until: when('03-01 20:00'),
    minWords: 90,
    writers,
    initial: (index) => {
      const short = index === 17;
      const parts = [openings[index % openings.length]!, reasons[(index * 5 + 2) % reasons.length]!];
      if (index % 3 !== 1) parts.push(closings[(index * 4 + 1) % closings.length]!);
      return short ? parts[0]! : parts.join('\n\n');
    },
    replies: [...replies.slice(4), ...paragraphs('maps-replies').slice(2, 7)],
    late: new Map([
      [tomas, 31 * HOUR],
      [deniz, 2 * DAY + 3 * HOUR],
      [selam, 3 * DAY + 12 * HOUR],
    ]),
  });
  // A thread six levels deep, and a placeholder that was replaced once it had opened the others' posts.
  const first = `${forum}-i1`;
  const second = replies[0]!;
  const deep: [string, string, string][] = [
    [bram, '02-20 08:15', second],
    [sunniva, '02-20 22:03', replies[1]!],
    [
      bram,
      '02-21 09:20',
      'The wall then. But someone has to read it, and the people who buy come on a Sunday, with the sun on the other side of the church.',
    ],
    [
      emi,
      '02-21 13:41',
      'We could ask the notary to read it out loud before the signature. It takes four seconds and nobody could say afterwards that they had not been told.',
    ],
    [
      ines,
      '02-22 10:05',
      'I would vote for that before any fund. It is the cheapest sentence in the whole discussion, and it would have saved my grandmother eleven years of letters.',
    ],
    [
      lucie,
      '02-22 21:48',
      'Four seconds, and then the notary is the first person in this story who is paid to tell the truth.',
    ],
  ];
  let to = first;
  deep.forEach(([who, time, text], index) => {
    const id = `${forum}-deep${index + 1}`;
    const more =
      index === 0 ? { quotes: 'you must let the water use it too' } : index === 4 ? { mentions: emi } : {};
    actions.push({ do: 'post', at: when(time), forum, who, id, to, text, ...more });
    to = id;
  });
  actions.push(
    {
      do: 'post',
      at: when('02-20 23:12'),
      forum,
      who: 'teodora',
      id: `${forum}-t1`,
      to: `${forum}-deep2`,
      text: 'Bring a picture of that wall to the hearing.',
    },
    {
      do: 'post',
      at: when('02-16 08:30'),
      forum,
      who: 'teodora',
      id: `${forum}-starter`,
      to: null,
      starter: true,
      text: 'To begin, a sentence from a letter of 1802, found in the town archive: “The field is mine from hay to the first frost, and after that I do not ask.”\n\nWhat did the writer own?',
    },
    {
      do: 'post',
      at: when('02-19 23:40'),
      forum,
      who: rafael,
      id: `${forum}-rafael`,
      to: null,
      text: 'coming soon',
    },
    {
      do: 'edit',
      at: when('02-20 01:35'),
      forum,
      who: rafael,
      id: `${forum}-rafael`,
      text: `${openings.at(-1)!}\n\n${reasons[9]!}`,
    },
    {
      do: 'post',
      at: when('02-21 11:02'),
      forum,
      who: rafael,
      id: `${forum}-rafael-2`,
      to: `${forum}-i3`,
      text: replies[2]!,
    },
    {
      do: 'post',
      at: when('02-21 18:20'),
      forum,
      who: lucie,
      id: `${forum}-gone`,
      to: `${forum}-i4`,
      text: 'Sorry, wrong thread, and also I was angry when I wrote it. I will try again tomorrow with a cooler head and the numbers.',
    },
    { do: 'remove', at: when('02-21 18:31'), forum, who: lucie, id: `${forum}-gone` },
    {
      do: 'post',
      at: when('02-22 09:15'),
      forum,
      who: 'teodora',
      id: `${forum}-aside`,
      to: `${forum}-i${writers.indexOf(tomas) + 1}`,
      aside: true,
      text: 'This came a day late, and it is worth the wait. If the evenings at the warehouse go on until Easter, tell me before the next one is due; there are ways to move a date for one person.',
    },
    {
      do: 'post',
      at: when('02-22 21:40'),
      forum,
      who: tomas,
      id: `${forum}-aside-answer`,
      to: `${forum}-aside`,
      text: 'They go on until the end of March. I did not want to ask twice. Two days more would be enough.',
    },
    {
      do: 'edit',
      at: when('02-21 23:10'),
      forum,
      who: sunniva,
      id: `${forum}-deep2`,
      text: `${replies[1]!} It cannot be cancelled at the end of the year.`,
    },
  );
  return actions;
}
