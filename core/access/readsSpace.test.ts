import { describe, expect, it } from 'vitest';
import { asPerson, at, course, forum, student, type ForumSketch } from '../testing/fixtures';
import { accessTo } from './accessTo';
import { readsSpace } from './readsSpace';

const ines = student('ines', { sectionId: 'morning' });
const bram = student('bram', { sectionId: 'evening' });
const pilar = { kind: 'staff', id: 'pilar', role: 'assistant', sections: ['evening'] } as const;
const teodora = { kind: 'staff', id: 'teodora', role: 'instructor', sections: 'all' } as const;
function reads(who: Parameters<typeof accessTo>[2], spaceId: string | null, sketch: ForumSketch) {
  const f = forum(sketch);
  const access = accessTo(
    course({ students: [ines, bram], forums: [f], posts: [] }),
    f,
    who,
    at('03-02 10:00'),
  );
  return readsSpace(access, spaceId, f.readers === 'staff');
}

describe('who takes part in the conversation of a space', () => {
  const apart: ForumSketch = { readers: 'section' };
  it('a student in their own, and in what stands in all', () => {
    expect(reads(asPerson(ines), 'morning', apart)).toBe(true);
    expect(reads(asPerson(bram), 'morning', apart)).toBe(false);
    expect(reads(asPerson(bram), null, apart)).toBe(true);
  });
  it('no student for whom the forum is not there', () => {
    expect(reads(asPerson(ines), 'morning', { ...apart, status: 'draft' })).toBe(false);
    expect(reads(asPerson(ines), null, { ...apart, status: 'draft' })).toBe(false);
  });
  it('staff everywhere, and in the journals of those they work with', () => {
    const journal: ForumSketch = { readers: 'staff' };
    expect([reads(pilar, 'morning', apart), reads(teodora, 'ines', journal)]).toEqual([true, true]);
    expect([reads(pilar, 'bram', journal), reads(pilar, 'ines', journal)]).toEqual([true, false]);
    expect([reads(asPerson(bram), 'bram', journal), reads(asPerson(bram), 'ines', journal)]).toEqual([
      true,
      false,
    ]);
    expect(reads(asPerson(bram), null, journal)).toBe(false);
  });
});
