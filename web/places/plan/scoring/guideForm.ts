import type { Guide, GuidedPart } from '../../../../core/course/evaluation';
import { guideOf, mostOf } from '../../../../core/scoring/guide';
import { countWords, maximumWords } from '../../../../words/numbers';
import { fieldReader, type FormProblems } from '../fields/fieldReader';
import { newPart, partFrom, partToForm, type PartForm } from './partForm';

/** What a guide is called, by kind. */
export const GUIDE_NAMES: Record<Guide['kind'], string> = {
  rubric: 'rubric',
  checklist: 'checklist',
  levels: 'scale',
};

/** Whether a typed part is judged by something that can stand in the library. */
export function isGuided(kind: PartForm['kind']): kind is Guide['kind'] {
  return kind in GUIDE_NAMES;
}

/** A guide in the fields of a part. */
export function guideToForm(guide: Guide, part: PartForm): PartForm {
  const { title, ...rest } = guide;
  const most = mostOf(guide);
  const read = { ...rest, title, id: part.id, basis: part.basis, maximum: most ?? 0 } as GuidedPart;
  const typed = partToForm(read);
  return { ...typed, title: part.title, points: most === null ? part.points : maximumWords(most) };
}

/** A guide as it is typed, and what of it cannot be read. */
export function guideFrom(typed: PartForm, title: string): { guide: Guide; problems: FormProblems } {
  const reader = fieldReader({});
  const part = partFrom({ ...typed, title: typed.title || '–', points: '1' }, 0, undefined, reader);
  return { guide: { ...guideOf(part)!, title: title.trim() }, problems: reader.problems };
}

/** A guide of a kind as it starts, in the fields of a part. */
export function newGuideForm(kind: Guide['kind'], id: string): PartForm {
  return newPart(id, { title: '', points: '10', kind });
}

/** "3 criteria, 10 points", "4 levels" */
export function guideWords(guide: Guide): string {
  const most = mostOf(guide);
  const points = most === null ? '' : `, ${countWords(most / 100, 'point')}`;
  if (guide.kind === 'rubric') return countWords(guide.criteria.length, 'criterion', 'criteria') + points;
  return guide.kind === 'checklist'
    ? countWords(guide.items.length, 'item') + points
    : countWords(guide.levels.length, 'level');
}
