import { HOUR } from '../core/time/instant';
import { conversation } from './script';
import { threads } from './threads';
import { studentId, when } from './course';
import type { DemoAction } from './action';
import { floodplain } from './floodplain';
import { paragraphs } from './prose';

const bram = studentId('Bram', 'Oyelaran');
const tomas = studentId('Tomás', 'Abreu');
const ines = studentId('Ines', 'Vardanyan');
const deniz = studentId('Deniz', 'Uzun');
const lucie = studentId('Lucie', 'Vondráčková');
const emi = studentId('Emi', 'Sato');

/** A file that Bram took along: his own readings of a gauge. */
export const READINGS = 'gauge-readings';

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
    ...['old-maps', 'hydrograph', 'river-journal', 'weir-hearing', 'briefs'].flatMap(conversation),
    {
      do: 'remove',
      at: when('03-02 12:00'),
      forum: 'briefs',
      who: studentId('Kaarel', 'Tamm'),
      id: 'briefs-i4',
    },
    ...floodplain(),
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
