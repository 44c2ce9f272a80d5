import { DONE } from '../../contract/basics';
import * as contract from '../../contract/plan';
import * as guides from '../../contract/guides';
import * as time from '../../contract/moreTime';
import * as recipes from '../../contract/recipes';
import { asked } from '../../core/terms/asked';
import { resolveTerms } from '../../core/terms/resolveTerms';
import { rulesFor } from '../course/setup/forumFor';
import { whyNoTotal } from '../../core/gradebook/whyNoTotal';
import { loadMustNots } from '../course/reviews/loadAssignments';
import { worksWith } from '../course/setup/inCourse';
import type { Deps } from '../feature/deps';
import type { Serve } from '../feature/serve';
import { orderForums } from './arrange';
import { holdings, setForumsRemoved } from './bin';
import { dismissFinding } from './dismissFinding';
import { duplicateForums } from './duplicateForums';
import { forumForEdit } from '../course/forums/forumRow';
import { dropGuide, guidesFor, saveGuide } from './guides';
import { answerMoreTime, askForMoreTime, moreTimeFor, withdrawMoreTime } from './moreTime';
import { moveDates } from './moveDates';
import { setTimeAway } from './timeAway';
import { dropRecipe, recipesFor, saveRecipe } from './recipes';
import { saveForum, setForumStatus } from './saveForum';

/** Whether a text shows anything: a letter, a picture, a recording. */
const showsSomething = (html: string) => html.replace(/<(?!img|audio|video)[^>]*>/g, '').trim() !== '';

/** The plan: all forums, and making and changing one. */
export function planRoutes(serve: Serve, deps: Deps): void {
  serve(contract.getPlan, async ({ course }) => {
    const { setup } = course;
    const counts = await deps.db
      .selectFrom('post')
      .innerJoin('forum', 'forum.id', 'post.forum_id')
      .select(['forum_id', (eb) => eb.fn.countAll<number>().as('posts')])
      .where('forum.course_id', '=', setup.id)
      .groupBy('forum_id')
      .execute();
    const given = await deps.db
      .selectFrom('score')
      .innerJoin('item', 'item.id', 'score.item_id')
      .select(['item.id', (eb) => eb.fn.countAll<number>().as('scores')])
      .where('item.course_id', '=', setup.id)
      .where('score.points', 'is not', null)
      .groupBy('item.id')
      .execute();
    const scores = new Map(given.map((row) => [row.id, row.scores]));
    const dismissed = await deps.db
      .selectFrom('dismissal')
      .selectAll()
      .where('course_id', '=', setup.id)
      .execute();
    const posts = new Map(counts.map((row) => [row.forum_id, row.posts]));
    const students = [...setup.students.values()].filter((student) => !student.removed);
    return {
      forums: [...setup.forums.values()].map((forum) => {
        const card = setup.cards.get(forum.id)!;
        const published = { ...forum, status: 'published' as const };
        const isAsked = (student: (typeof students)[number]) =>
          asked(published, student, resolveTerms(published, student), setup.groups).notAsked === null;
        return {
          id: forum.id,
          title: card.title,
          unitId: card.unitId,
          categoryId: card.categoryId,
          version: card.version,
          forum: rulesFor(course, forum),
          posts: posts.get(forum.id) ?? 0,
          asked: students.filter(isAsked).length,
          pinned: card.pinned,
          itemId: card.itemId,
          hasPrompt: showsSomething(card.promptHtml),
        };
      }),
      // An assistant limited to sections sees the roster of those only.
      students: students
        .filter(({ id }) => worksWith(course, id))
        .map((facts) => ({ name: setup.names.get(facts.id)!, facts })),
      groups: [...setup.groups.values()],
      groupPlans: setup.groupPlans.map(({ id, title }) => ({ id, title })),
      mustNots: (await loadMustNots(deps.db, setup.id)).filter(
        ([one, other]) => worksWith(course, one) && worksWith(course, other),
      ),
      items: setup.gradebook.items.map(({ id, title, maximum, forumId }) => ({
        id,
        title,
        maximum,
        forumId,
        scores: scores.get(id) ?? 0,
      })),
      dismissed: dismissed.map(({ forum_id, code, facts, reason, by }) => ({
        forumId: forum_id,
        code,
        facts,
        reason,
        by: setup.names.get(by)?.name ?? '',
      })),
      noTotal: whyNoTotal(setup.gradebook),
      binned: (await holdings(deps, setup.id)).length,
    };
  });

  serve(contract.getForumSettings, async ({ course, params }) => {
    const found = await forumForEdit(deps.db, course.setup.id, params.forum);
    return { ...found, settings: { ...found.settings, rules: rulesFor(course, found.settings.rules) } };
  });

  serve(contract.saveForum, ({ course, params, body, now }) =>
    saveForum(deps, course, params.forum, body, now),
  );

  serve(contract.moveDates, async ({ course, body, now }) => ({
    versions: await moveDates(deps, course, body, now),
  }));

  serve(contract.setTimeAway, ({ course, params, body, now }) =>
    setTimeAway(deps, course, params.person, body, now),
  );

  serve(time.listMoreTime, async ({ course, now }) => ({
    requests: await moreTimeFor(deps.db, course, now),
  }));
  serve(time.askForMoreTime, async ({ course, params, body, now }) => {
    await askForMoreTime(deps, course, params.forum, body, now);
    return DONE;
  });
  serve(time.withdrawMoreTime, async ({ course, params, now }) => {
    await withdrawMoreTime(deps, course, params.request, now);
    return DONE;
  });
  serve(time.answerMoreTime, async ({ course, params, body, now }) => {
    await answerMoreTime(deps, course, params.request, body, now);
    return DONE;
  });

  serve(contract.orderForums, async ({ course, body, now }) => {
    await orderForums(deps, course, body, now);
    return DONE;
  });

  serve(contract.setForumsRemoved, async ({ course, body, now }) => ({
    versions: await setForumsRemoved(deps, course, body, now),
  }));

  serve(contract.getBin, async ({ course }) => ({
    forums: await holdings(deps, course.setup.id),
  }));

  serve(contract.duplicateForums, async ({ course, body, now }) => {
    await duplicateForums(deps, course, body, now);
    return DONE;
  });

  serve(contract.dismissFinding, async ({ course, body, now }) => {
    await dismissFinding(deps, course, body, now);
    return DONE;
  });

  serve(recipes.listRecipes, async ({ course }) => ({
    recipes: await recipesFor(deps, course),
  }));

  serve(recipes.saveRecipe, async ({ course, params, body, now }) => {
    await saveRecipe(deps, course, params.recipe, body, now);
    return DONE;
  });

  serve(recipes.dropRecipe, async ({ course, params }) => {
    await dropRecipe(deps, course, params.recipe);
    return DONE;
  });

  serve(guides.listGuides, async ({ course }) => ({
    guides: await guidesFor(deps.db, course),
  }));
  serve(guides.saveGuide, async ({ course, params, body, now }) => {
    await saveGuide(deps, course, params.guide, body, now);
    return DONE;
  });
  serve(guides.dropGuide, async ({ course, params, now }) => {
    await dropGuide(deps, course, params.guide, now);
    return DONE;
  });

  serve(contract.setForumStatus, ({ course, params, body, now }) =>
    setForumStatus(deps, course, params.forum, body, now),
  );
}
