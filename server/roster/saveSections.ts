import { changeCourse } from '../course/change/changeCourse';
import type { InCourse } from '../course/setup/inCourse';
import type { Deps } from '../feature/deps';
import { wrongField } from '../refusals/problem';

/** Makes, renames, orders and takes away sections; one that someone or something stands in stays. */
export async function saveSections(
  deps: Deps,
  course: InCourse,
  sections: readonly { id: string; title: string }[],
  now: number,
): Promise<void> {
  const { setup } = course;
  const titles = sections.map(({ title }) => title.toLowerCase());
  const twice = titles.findIndex((title, index) => titles.indexOf(title) < index);
  if (twice >= 0) throw wrongField(`sections.${twice}.title`, 'Another section has this name.');
  await changeCourse(deps, course, now, async (change) => {
    const { trx } = change;
    for (const gone of setup.sections.filter(({ id }) => !sections.some((next) => next.id === id))) {
      const inside = [...setup.students.values()].filter(({ sectionId }) => sectionId === gone.id).length;
      if (inside > 0)
        throw wrongField(
          'sections',
          `${inside} ${inside === 1 ? 'student is' : 'students are'} in ${gone.title}; move them first.`,
        );
      const used = [...setup.forums.values()].some(
        (forum) =>
          (forum.audience.kind === 'listed' && forum.audience.sectionIds.includes(gone.id)) ||
          forum.ownTerms.some(({ targets }) => targets.kind === 'sections' && targets.ids.includes(gone.id)),
      );
      if (used)
        throw wrongField(
          'sections',
          `${gone.title} is named by a forum's audience or own terms; change that first.`,
        );
      await trx.deleteFrom('section').where('id', '=', gone.id).execute();
    }
    for (const [position, { id, title }] of sections.entries()) {
      const there = await trx.selectFrom('section').selectAll().where('id', '=', id).executeTakeFirst();
      if (there && there.course_id !== setup.id)
        throw wrongField(`sections.${position}.id`, 'This id belongs to another section.');
      if (there) await trx.updateTable('section').set({ title, position }).where('id', '=', id).execute();
      else await trx.insertInto('section').values({ id, course_id: setup.id, title, position }).execute();
    }
    await change.record('sections.saved', { of: 'sections' }, { before: setup.sections, after: sections });
  });
}
