import type { Basis, Combination, Part } from '../../../../core/course/evaluation';
import type { SlotKind } from '../../../../core/course/slotKind';
import { maximumWords } from '../../../../words/numbers';
import type { FieldReader } from '../fields/fieldReader';

/** A level of a criterion as it is typed. */
export interface LevelForm {
  id: string;
  title: string;
  description: string;
  points: string;
}
/** A criterion as it is typed. */
export interface CriterionForm {
  id: string;
  title: string;
  description: string;
  outcome: string;
  basis: Basis;
  levels: LevelForm[];
}
/** An item of a checklist as it is typed; `slot` is empty, or names a required post as `reply 2`. */
export interface ItemForm {
  id: string;
  title: string;
  points: string;
  slot: string;
}
/** A level of a scale as it is typed. */
export interface ScaleLevelForm {
  id: string;
  title: string;
  description: string;
  share: string;
}

/** One part of an evaluation as it is typed. What belongs to another way of scoring stays, and is there again when it is chosen. */
export interface PartForm {
  id: string;
  title: string;
  points: string;
  basis: Basis;
  kind: Part['kind'] | 'allOrNothing';
  /** The guide of the library it was taken from; empty where it is of this forum alone. */
  guideId: string;
  anyNumber: boolean;
  criteria: CriterionForm[];
  items: ItemForm[];
  levels: ScaleLevelForm[];
  each: string;
  combine: Combination['by'];
  best: string;
  tie: 'higher' | 'lower';
  unscored: 'incomplete' | 'ignored' | 'zero';
  atLeast: string;
}

/** A part as it starts, before anything is typed. */
export function newPart(id: string, sketch: Partial<PartForm> = {}): PartForm {
  return {
    id,
    title: 'Part',
    points: '0',
    basis: 'whole',
    kind: 'direct',
    guideId: '',
    anyNumber: false,
    criteria: [],
    items: [],
    levels: [],
    each: '10',
    combine: 'mean',
    best: '3',
    tie: 'higher',
    unscored: 'incomplete',
    atLeast: '3',
    ...sketch,
  };
}

/** A saved part as the form shows it. */
export function partToForm(part: Part): PartForm {
  const { id, title, basis } = part;
  const guideId = ('guideId' in part && part.guideId) || '';
  const common = { title, basis, guideId, points: maximumWords(part.maximum) };
  switch (part.kind) {
    case 'direct':
      return newPart(id, { ...common, kind: 'direct' });
    case 'completion':
      return newPart(id, { ...common, kind: part.allOrNothing ? 'allOrNothing' : 'completion' });
    case 'rubric':
      return newPart(id, {
        ...common,
        kind: 'rubric',
        anyNumber: part.anyNumber,
        criteria: part.criteria.map((criterion) => ({
          ...criterion,
          levels: criterion.levels.map((level) => ({ ...level, points: maximumWords(level.points) })),
        })),
      });
    case 'checklist':
      return newPart(id, {
        ...common,
        kind: 'checklist',
        items: part.items.map((item) => ({
          ...item,
          points: maximumWords(item.points),
          slot: item.slot === null ? '' : `${item.slot.kind} ${item.slot.number}`,
        })),
      });
    case 'levels':
      return newPart(id, {
        ...common,
        kind: 'levels',
        levels: part.levels.map((level) => ({ ...level, share: maximumWords(level.share) })),
      });
    case 'perPost':
      return newPart(id, {
        ...common,
        kind: 'perPost',
        each: maximumWords(part.each),
        combine: part.combine.by,
        ...(part.combine.by === 'best' && { best: String(part.combine.n) }),
        ...(part.combine.by === 'mostFrequent' && { tie: part.combine.tie }),
        unscored: part.unscored,
      });
    case 'ratings':
      return newPart(id, { ...common, kind: 'ratings', atLeast: String(part.atLeast) });
  }
}

/** Reads one part: fields by name, with what is wrong named in the reader's problems. */
class PartReader {
  constructor(
    private readonly at: string,
    private readonly read: FieldReader,
  ) {}

  name(field: string, typed: string, what: string): string {
    const text = typed.trim();
    if (text === '') this.read.problems[`${this.at}.${field}`] = `Give ${what} a name.`;
    return text || '–';
  }

  points(field: string, typed: string): number {
    return this.read.points(`${this.at}.${field}`, typed, 0);
  }

  percent(field: string, typed: string): number {
    return this.read.percent(`${this.at}.${field}`, typed, 0);
  }

  count(field: string, typed: string): number {
    if (/^\d{1,3}$/.test(typed.trim()) && Number(typed) >= 1 && Number(typed) <= 100) return Number(typed);
    this.read.problems[`${this.at}.${field}`] = 'Write a whole number from 1 to 100.';
    return 1;
  }

  some(field: string, n: number, what: string): void {
    if (n === 0) this.read.problems[`${this.at}.${field}`] = `Add at least one ${what}.`;
  }
}

function combination(typed: PartForm, reader: PartReader): Combination {
  if (typed.combine === 'best') return { by: 'best', n: reader.count('best', typed.best) };
  if (typed.combine === 'mostFrequent') return { by: 'mostFrequent', tie: typed.tie };
  return { by: typed.combine };
}

/** What a typed part says; what cannot be read, or is missing, is named in the reader's problems. */
export function partFrom(typed: PartForm, index: number, before: Part | undefined, read: FieldReader): Part {
  const reader = new PartReader(`parts.${index}`, read);
  const common = {
    id: typed.id,
    title: reader.name('title', typed.title, 'the part'),
    maximum: read.points(`parts.${index}.points`, typed.points, before?.maximum ?? 0),
    basis: typed.basis,
  };
  const guided = typed.guideId === '' ? {} : { guideId: typed.guideId };
  switch (typed.kind) {
    case 'direct':
      return { ...common, kind: 'direct' };
    case 'completion':
    case 'allOrNothing':
      return { ...common, kind: 'completion', allOrNothing: typed.kind === 'allOrNothing' };
    case 'rubric':
      reader.some('criteria', typed.criteria.length, 'criterion');
      return {
        ...common,
        ...guided,
        kind: 'rubric',
        anyNumber: typed.anyNumber,
        criteria: typed.criteria.map((criterion, c) => {
          reader.some(`criteria.${c}.levels`, criterion.levels.length, 'level');
          return {
            id: criterion.id,
            title: reader.name(`criteria.${c}.title`, criterion.title, 'the criterion'),
            description: criterion.description.trim(),
            outcome: criterion.outcome.trim(),
            basis: criterion.basis,
            levels: criterion.levels.map((level, l) => ({
              id: level.id,
              title: reader.name(`criteria.${c}.levels.${l}.title`, level.title, 'the level'),
              description: level.description.trim(),
              points: reader.points(`criteria.${c}.levels.${l}.points`, level.points),
            })),
          };
        }),
      };
    case 'checklist':
      reader.some('items', typed.items.length, 'item');
      return {
        ...common,
        ...guided,
        kind: 'checklist',
        items: typed.items.map((item, i) => {
          const [kind, number] = item.slot.split(' ');
          return {
            id: item.id,
            title: reader.name(`items.${i}.title`, item.title, 'the item'),
            points: reader.points(`items.${i}.points`, item.points),
            slot: item.slot === '' ? null : { kind: kind as SlotKind, number: Number(number) },
          };
        }),
      };
    case 'levels':
      reader.some('levels', typed.levels.length, 'level');
      return {
        ...common,
        ...guided,
        kind: 'levels',
        levels: typed.levels.map((level, l) => ({
          id: level.id,
          title: reader.name(`levels.${l}.title`, level.title, 'the level'),
          description: level.description.trim(),
          share: reader.percent(`levels.${l}.share`, level.share),
        })),
      };
    case 'perPost': {
      const each = reader.points('each', typed.each);
      if (each === 0 && !read.problems[`parts.${index}.each`])
        read.problems[`parts.${index}.each`] = 'A post needs points above 0.';
      return {
        ...common,
        kind: 'perPost',
        each: Math.max(each, 1),
        combine: combination(typed, reader),
        unscored: typed.unscored,
      };
    }
    case 'ratings':
      return { ...common, kind: 'ratings', atLeast: reader.count('atLeast', typed.atLeast) };
  }
}
