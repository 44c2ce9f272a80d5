import { conversation } from './script';
import { studentId, when } from './course';
import type { DemoAction } from './action';

const rafael = studentId('Rafael', 'Osei');
const bram = studentId('Bram', 'Oyelaran');
const tomas = studentId('Tomás', 'Abreu');
const ines = studentId('Ines', 'Vardanyan');
const sunniva = studentId('Sunniva', 'Quist');
const lucie = studentId('Lucie', 'Vondráčková');
const emi = studentId('Emi', 'Sato');

/** What Sunniva answers, and adds a sentence to on the next day. */
const WALL =
  'A price remembers only what somebody claimed for. The three farms that flooded in the year of the weir had no policy, so in the tables that year is dry. I would rather trust the church wall with the lines cut in it.';

/** What Rafael puts in the place of two words, after they have let him read. */
const RAFAEL = [
  'I am an engineer by training and I was taught that a floodplain is a storage volume. Nobody owns a volume. You own the ground under it and the houses in it, but the volume is needed by the city downstream, and no one has ever paid the people who provide it.',
  'Nobody pays because nobody can refuse. The moment one owner could close a gate, the city would find the money in a week. So I would give each parcel a number of cubic metres, and let the city rent them, like a garage. If the public makes the land dry, the public already owns part of what the land is worth, and what is left would have a rent. It would be the first time that my profession and a farmer mean the same thing by the word.',
];

/** The forum that shows most: late and short posts, a thread six levels deep, a placeholder edited after unsealing, a removal. */
export function floodplain(): DemoAction[] {
  const forum = 'floodplain';
  const actions = conversation(forum);
  const openingOf = (who: string) =>
    actions.find((action) => action.do === 'post' && action.who === who && action.to === null) as {
      id: string;
    };
  // A thread six levels deep, and a placeholder that was replaced once it had opened the others' posts.
  const first = `${forum}-i1`;
  const deep: [string, string, string][] = [
    [
      bram,
      '02-20 08:15',
      'Who enforces that duty in the year nobody remembers a flood? An insurer would. I do not like the answer either, but a price is the only memory a market has.',
    ],
    [sunniva, '02-20 22:03', WALL],
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
      text: RAFAEL.join('\n\n'),
    },
    {
      do: 'post',
      at: when('02-21 11:02'),
      forum,
      who: rafael,
      id: `${forum}-rafael-2`,
      to: `${forum}-i3`,
      text: 'Does the other tenant have a right to be told? Your uncle listens for it in February. Whoever buys the four fields after him will hear of it from a neighbour, or not at all. I would put the sheep into the deed.',
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
      to: openingOf(tomas).id,
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
      text: `${WALL} It cannot be cancelled at the end of the year.`,
    },
  );
  return actions;
}
