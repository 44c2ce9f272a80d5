import { DAY, HOUR } from '../core/time/instant';
import { conversation, threads } from './conversation';
import { studentId, studentIds, when } from './course';
import type { DemoAction } from './action';
import { floodplain } from './floodplain';
import { STREAMS } from './people';
import { paragraphs, steadyRandom } from './prose';

const vasco = studentId('Vasco', 'Pereira');
const sade = studentId('Sade', 'Nkemelu');
const bram = studentId('Bram', 'Oyelaran');
const tomas = studentId('Tomás', 'Abreu');
const ines = studentId('Ines', 'Vardanyan');
const sunniva = studentId('Sunniva', 'Quist');
const deniz = studentId('Deniz', 'Uzun');
const lucie = studentId('Lucie', 'Vondráčková');
const emi = studentId('Emi', 'Sato');
const selam = studentId('Selam', 'Woldemariam');

/** A file that Bram took along: his own readings of a gauge. */
export const READINGS = 'gauge-readings';

function weir(): DemoAction[] {
  const openings = paragraphs('weir-openings');
  const reasons = paragraphs('weir-arguments');
  // Three groups of which all but one have spoken, two in which the first two wait for an answer, and four still silent.
  const inGroup = (group: number) => studentIds.filter((_, index) => index % STREAMS.length === group);
  const early = [bram, sunniva, ...[1, 4, 7, 0, 5].flatMap(inGroup)];
  const writers = [...new Set(early)]
    .filter((id) => ![vasco, ines, sade, selam].includes(id))
    .slice(0, openings.length);
  const groupOf = new Map(studentIds.map((id, index) => [id, index % STREAMS.length]));
  return conversation({
    forum: 'weir-hearing',
    seed: 7,
    minWords: 80,
    from: when('02-27 10:00'),
    due: when('03-04 22:40'),
    repliesDue: when('03-06 12:00'),
    until: when('03-05 15:30'),
    writers,
    initial: (index) => [openings[index]!, reasons[index % reasons.length]!].join('\n\n'),
    replies: paragraphs('weir-replies'),
    late: new Map([[sunniva, 11 * HOUR]]),
    together: (one, other) => groupOf.get(one) === groupOf.get(other),
  });
}

/** Three questions, each answered by most; a few answered two of them, and one forgot the reply. */
function hydrograph(): DemoAction[] {
  const forum = 'hydrograph';
  const random = steadyRandom(19);
  const texts = ['peak', 'cause', 'doubt'].map((name) => paragraphs(`hydrograph-${name}`));
  const replies = paragraphs('hydrograph-replies');
  const actions: DemoAction[] = [];
  const writers = studentIds
    .filter((id) => ![vasco, selam].includes(id))
    .filter((_, index) => index % 5 !== 3);
  writers.forEach((who, index) => {
    const first = when('02-10 09:00') + Math.floor(random() * 3.2 * DAY);
    ['peak', 'cause', 'doubt'].forEach((question, place) => {
      if (index % 9 === 4 && place === 2) return;
      actions.push({
        do: 'post',
        at: first + place * 25 * 60_000,
        forum,
        who,
        id: `${forum}-${index}-${question}`,
        to: null,
        question,
        text: texts[place]![(index * 3 + place) % texts[place]!.length]!,
      });
    });
  });
  writers.forEach((who, index) => {
    if (index % 6 === 5 || index === 0) return;
    const at = when('02-14 10:00') + Math.floor(random() * 4 * DAY);
    actions.push({
      do: 'post',
      at,
      forum,
      who,
      id: `${forum}-r${index}`,
      to: `${forum}-${index - 1}-peak`,
      text: replies[index % replies.length]!,
    });
  });
  return actions;
}

/** Journals of a third of the class, at different lengths, and a word from staff in one of them. */
function journals(): DemoAction[] {
  const forum = 'river-journal';
  const entries = paragraphs('journal-entries');
  const actions = studentIds
    .filter((_, index) => index % 3 === 0)
    .flatMap((who, index) =>
      Array.from({ length: 1 + (index % 3) }, (_, n): DemoAction => ({
        do: 'post',
        at: when('02-17 18:00') + (index % 4) * 7 * HOUR + n * 5 * DAY,
        forum,
        who,
        id: `${forum}-${index}-${n}`,
        to: null,
        text: entries[(index * 2 + n) % entries.length]!,
      })),
    );
  const first = actions[0]!;
  return [
    ...actions,
    {
      do: 'post',
      at: first.at + 20 * HOUR,
      forum,
      who: 'teodora',
      id: `${forum}-answer`,
      to: (first as { id: string }).id,
      text: 'Please keep asking in shops. Someone should write down what they say before the shops are gone.',
    },
  ];
}

/** First posts at the help desk wait for approval; all but the newest were approved within the hour. */
function approvals(ofThread: readonly DemoAction[]): DemoAction[] {
  const seen = new Set<string>();
  return ofThread.flatMap((action): DemoAction[] => {
    if (action.do !== 'post' || action.who === 'teodora' || seen.has(action.who)) return [action];
    seen.add(action.who);
    return [
      action,
      { do: 'approve', at: action.at + HOUR, forum: action.forum, who: 'anselm', id: action.id },
    ];
  });
}

/** Everything that was written in the demo course up to its start, in the order of time. */
export function demoActions(): DemoAction[] {
  const maps = { openings: paragraphs('maps-openings'), middles: paragraphs('maps-middles') };
  const mapWriters = studentIds
    .filter((id) => id !== vasco && id !== selam)
    .filter((_, index) => index % 3 !== 2)
    .slice(0, 24);
  const pipes = paragraphs('pipes-openings');
  const actions: DemoAction[] = [
    ...threads('nearest-water', 'water-near-door', [ines, bram, emi, deniz], when('02-02 10:00')),
    ...approvals(threads('help-desk', 'help-desk', [lucie, bram, tomas], when('02-23 09:00'))),
    {
      do: 'post',
      at: when('03-05 14:50'),
      forum: 'help-desk',
      who: studentId('Noura', 'Al-Khatib'),
      id: 'help-desk-held',
      to: null,
      text: 'The plan of the covered quay\n\nIs it handed out on Monday in both sections, or only in the morning? I have to change my shift if it is only in the morning.',
    },
    {
      do: 'post',
      at: when('03-04 18:20'),
      forum: 'help-desk',
      who: studentId('Hana', 'Lindqvist'),
      id: 'help-desk-returned',
      to: null,
      text: 'Rowing boat for sale\n\nTwo seats, one oar, and it leaks only when it rains. Write to me before Sunday.',
    },
    {
      do: 'return',
      at: when('03-04 19:05'),
      forum: 'help-desk',
      who: 'anselm',
      id: 'help-desk-returned',
      reason:
        'The desk is for questions about the course. If you meant it for the walk on Saturday, say so and I will let it through.',
    },
    {
      do: 'post',
      at: when('02-06 22:10'),
      forum: 'nearest-water',
      who: deniz,
      id: 'nearest-water-removed',
      to: 'nearest-water-1',
      text: 'Whoever lives there should just move. It is not as if anybody made them buy next to a drain.',
    },
    {
      do: 'remove',
      at: when('02-07 08:30'),
      forum: 'nearest-water',
      who: 'teodora',
      id: 'nearest-water-removed',
      reason:
        'People in this class live there. Say what you think of the planning, and leave the neighbours out of it.',
    },
    ...hydrograph(),
    ...journals(),
    ...conversation({
      forum: 'old-maps',
      seed: 3,
      minWords: 40,
      from: when('02-09 09:00'),
      due: when('02-11 23:30'),
      repliesDue: when('02-15 20:00'),
      until: when('02-16 20:00'),
      writers: mapWriters,
      initial: (index) =>
        `${maps.openings[index % 12]!}\n\n${maps.middles[(index + Math.floor(index / 12) * 3) % 6]!}`,
      replies: paragraphs('maps-replies'),
      late: new Map([[mapWriters[5]!, 5 * HOUR]]),
    }),
    ...floodplain(),
    ...weir(),
    ...pipes.map((text, index): DemoAction => ({
      do: 'post',
      at: when('03-03 18:05') + index * 19 * HOUR,
      forum: 'small-rivers',
      who: [bram, emi, studentId('Hana', 'Lindqvist')][index]!,
      id: `small-rivers-i${index + 1}`,
      to: null,
      text,
      attachments: index === 0 ? [READINGS] : [],
    })),
  ];
  return actions.sort((a, b) => a.at - b.at);
}
