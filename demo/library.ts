import type { Part } from '../core/course/evaluation';
import { guideOf } from '../core/scoring/guide';
import type { InCourse } from '../server/course/setup/inCourse';
import type { Deps } from '../server/feature/deps';
import { saveRemark } from '../server/evaluate/savedRemarks';
import { saveGuide } from '../server/plan/guides';
import { HYDROGRAPH_ANSWERS, MAPS_LEVELS, PIPES_RUBRIC } from './scoring';

/** What is kept in the library, by the id its parts name it with. */
const GUIDES: readonly (readonly [Part, string])[] = [
  [PIPES_RUBRIC, 'A case for a river'],
  [HYDROGRAPH_ANSWERS, 'Answers to a graph'],
  [MAPS_LEVELS, 'A place described'],
];

const REMARKS: readonly (readonly [string, string, boolean])[] = [
  [
    'remark-number',
    '{given name}, the position is clear. Next time bring the number as well as the story.',
    true,
  ],
  ['remark-source', 'I would have liked the source for the last claim; name it in a reply.', true],
  ['remark-early', 'Thank you, {given name}, for answering someone nobody else had answered.', true],
  [
    'remark-late',
    'Your first post came after the others could answer it. Write early in the week; {forum} lives from it.',
    false,
  ],
];

/** Keeps rubrics, checklists and scales, and remarks to be used again. */
export async function keepLibrary(deps: Deps, course: InCourse, at: number): Promise<void> {
  for (const [part, title] of GUIDES) {
    const { guideId } = part as { guideId?: string };
    const guide = { ...guideOf(part)!, title } as Parameters<typeof saveGuide>[3]['guide'];
    await saveGuide(deps, course, guideId!, { version: 0, guide, forCourse: true, forums: [] }, at);
  }
  for (const [id, text, shared] of REMARKS) await saveRemark(deps.db, course, id, { text, shared }, at);
}
