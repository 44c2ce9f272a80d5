import type { Path } from 'react-hook-form';
import type { ForumRules, ForumSettings } from '../../../contract/forumSettings';
import { EMPTY_TEXT, type RichNode } from '../../../core/text/richText';
import { toWallClock } from '../../../core/time/wallClock';
import { plainText } from '../../../core/text/plainText';
import { evaluationFrom, evaluationToForm, type EvaluationForm } from './evaluationForm';
import { fieldReader, type FieldReader, type FormProblems } from './fields/fieldReader';

export const DATE_FIELDS = [
  'visibleFrom',
  'visibleUntil',
  'postingFrom',
  'postingUntil',
  'initialDue',
  'repliesDue',
] as const;
type DateField = (typeof DATE_FIELDS)[number];

/** Whether words are required, or only wished for. */
export type WordsMode = 'required' | 'recommended';

/** A forum as its form holds it: what is typed, not yet what is meant. */
export interface ForumForm extends EvaluationForm {
  title: string;
  unitId: string;
  prompt: RichNode;
  hasStarter: boolean;
  starter: RichNode;
  openings: ForumRules['openings'];
  questions: { id: string; text: RichNode; retired: boolean }[];
  /** How many of the questions; empty for all. */
  questionsWanted: string;
  readers: ForumRules['readers'];
  groupPlanId: string;
  openSpacesAfterClose: boolean;
  threading: ForumRules['threading'];
  dates: Record<DateField, string>;
  graceMinutes: string;
  sealed: boolean;
  sealWords: string;
  lift: 'never' | 'whenPostingCloses' | 'atInitialDue' | 'at';
  liftAt: string;
  initialRequired: boolean;
  initialMinWords: string;
  initialWordsMode: WordsMode;
  attachment: boolean;
  replies: string;
  different: string;
  replyMinWords: string;
  replyWordsMode: WordsMode;
  ownThreadCounts: boolean;
  posts: string;
  postMinWords: string;
  postWordsMode: WordsMode;
  postAfterDue: boolean;
  edit: 'never' | 'untilAnswered' | 'untilPostingCloses' | 'minutes';
  editMinutes: string;
  remove: ForumRules['allowed']['remove'];
  quote: boolean;
  attach: boolean;
  attachKinds: ForumRules['allowed']['attachments']['kinds'];
  attachNumber: string;
  attachMegabytes: string;
  approve: ForumRules['allowed']['approve'];
  approveShown: ForumRules['allowed']['approveShown'];
  hold: ForumRules['hold'];
  told: ForumRules['told'];
  recent: boolean;
  prerequisites: { forumId: string; kind: 'initialPosts' | 'allPosts' | 'score'; percent: string }[];
  audience: 'everyone' | 'listed';
  audienceSections: string[];
  audienceGroups: string[];
  audienceStudents: string[];
}

const wordsToForm = (least: number, wished: number | null) => ({
  words: String(wished ?? least),
  mode: (wished !== null && least === 0 ? 'recommended' : 'required') as WordsMode,
});

/** Saved settings as the form shows them, dates on the wall clock of the course. */
export function toForm(settings: ForumSettings, zone: string): ForumForm {
  const { rules } = settings;
  const { seal, required, allowed, recommended, audience } = rules;
  const wall = (at: number | null) => (at === null ? '' : toWallClock(at, zone));
  const lift = seal?.lift ?? 'whenPostingCloses';
  const initial = wordsToForm(required.initialMinWords, recommended.initial);
  const reply = wordsToForm(required.replyMinWords, recommended.reply);
  const post = wordsToForm(required.postMinWords, recommended.post);
  const listed = audience.kind === 'listed' ? audience : { sectionIds: [], groupIds: [], studentIds: [] };
  return {
    ...evaluationToForm(settings, zone),
    title: settings.title,
    unitId: settings.unitId ?? '',
    prompt: settings.prompt,
    hasStarter: settings.starter !== null,
    starter: settings.starter ?? EMPTY_TEXT,
    openings: rules.openings,
    questions: rules.questions.map((question) => ({ ...question })),
    questionsWanted: required.questions === null ? '' : String(required.questions),
    readers: rules.readers,
    groupPlanId: rules.groupPlanId ?? '',
    openSpacesAfterClose: rules.openSpacesAfterClose,
    threading: rules.threading,
    dates: Object.fromEntries(DATE_FIELDS.map((name) => [name, wall(rules.schedule[name])])) as Record<
      DateField,
      string
    >,
    graceMinutes: String(rules.graceMinutes),
    sealed: seal !== null,
    sealWords: seal?.minWords == null ? '' : String(seal.minWords),
    lift: typeof lift === 'string' ? lift : 'at',
    liftAt: typeof lift === 'string' ? '' : wall(lift.at),
    initialRequired: required.initialRequired > 0,
    initialMinWords: initial.words,
    initialWordsMode: initial.mode,
    attachment: required.attachment > 0,
    replies: String(required.replies),
    different: String(required.different ?? required.replies),
    replyMinWords: reply.words,
    replyWordsMode: reply.mode,
    ownThreadCounts: required.ownThreadCounts,
    posts: String(required.posts),
    postMinWords: post.words,
    postWordsMode: post.mode,
    postAfterDue: allowed.postAfterDue,
    edit: typeof allowed.edit === 'string' ? allowed.edit : 'minutes',
    editMinutes: typeof allowed.edit === 'string' ? '30' : String(allowed.edit.minutes),
    remove: allowed.remove,
    quote: allowed.quote,
    attach: allowed.attach,
    attachKinds: [...allowed.attachments.kinds],
    attachNumber: String(allowed.attachments.number),
    attachMegabytes: String(allowed.attachments.megabytes),
    approve: allowed.approve,
    approveShown: allowed.approveShown,
    hold: rules.hold,
    told: rules.told,
    recent: rules.recent,
    prerequisites: rules.prerequisites.map(({ forumId, condition }) => ({
      forumId,
      kind: condition.kind,
      percent: condition.kind === 'score' ? String(condition.atLeast / 100) : '50',
    })),
    audience: audience.kind,
    audienceSections: [...listed.sectionIds],
    audienceGroups: [...listed.groupIds],
    audienceStudents: [...listed.studentIds],
  };
}

function requiredFrom(form: ForumForm, base: ForumRules, read: FieldReader) {
  const replies = read.whole('replies', 50, base.required.replies);
  const different = read.whole('different', 50, base.required.different ?? replies);
  if (different > replies)
    read.problems.different = `At most ${replies}: there are no more replies than that.`;
  const words = (
    field: 'initialMinWords' | 'replyMinWords' | 'postMinWords',
    mode: WordsMode,
    before: number,
  ) => {
    const typed = read.whole(field, 5000, before);
    return mode === 'required' ? { least: typed, wished: null } : { least: 0, wished: typed };
  };
  const initial = words('initialMinWords', form.initialWordsMode, base.required.initialMinWords);
  const reply = words('replyMinWords', form.replyWordsMode, base.required.replyMinWords);
  const post = words('postMinWords', form.postWordsMode, base.required.postMinWords);
  const asked = form.questions.filter(({ retired }) => !retired).length;
  const wanted =
    form.openings !== 'answerQuestions' || form.questionsWanted.trim() === ''
      ? null
      : read.whole('questionsWanted', 50, 1);
  if (wanted !== null && (wanted < 1 || wanted > asked))
    read.problems.questionsWanted ??= `From 1 to ${asked}: there are no more questions than that.`;
  if (form.attachment && !form.attach) read.problems.attachment = 'Allow attachments below to require one.';
  return {
    required: {
      initialRequired: form.initialRequired ? 1 : 0,
      initialMinWords: initial.least,
      replyMinWords: reply.least,
      postMinWords: post.least,
      replies,
      different: different >= replies ? null : different,
      posts: read.whole('posts', 100, base.required.posts),
      attachment: form.attachment ? 1 : 0,
      ownThreadCounts: form.ownThreadCounts,
      questions: wanted,
    },
    recommended: { initial: initial.wished, reply: reply.wished, post: post.wished },
  };
}

function sealFrom(form: ForumForm, read: FieldReader, zone: string): ForumRules['seal'] {
  const sealed = form.sealed && form.readers !== 'staff';
  const liftAt = form.lift === 'at' ? read.date('liftAt', form.liftAt, null, zone) : null;
  if (form.lift === 'at' && sealed && liftAt === null) read.problems.liftAt ??= 'Write when the seal lifts.';
  const words = form.sealWords.trim() === '' ? null : read.whole('sealWords', 5000, 1);
  if (words === 0) read.problems.sealWords = 'At least 1 word, or empty for the words of the initial post.';
  if (!sealed) return null;
  return {
    minWords: words === 0 ? 1 : words,
    lift: form.lift === 'at' ? (liftAt === null ? 'never' : { at: liftAt }) : form.lift,
  };
}

function allowedFrom(form: ForumForm, base: ForumRules, read: FieldReader): ForumRules['allowed'] {
  const minutes = form.edit === 'minutes' ? read.whole('editMinutes', 10_080, 30) : 0;
  if (form.edit === 'minutes' && minutes < 1) read.problems.editMinutes = 'At least 1 minute.';
  if (form.attach && form.attachKinds.length === 0)
    read.problems.attachKinds = 'Choose at least one kind of file.';
  const { attachments } = base.allowed;
  return {
    postAfterDue: form.postAfterDue,
    edit: form.edit === 'minutes' ? { minutes: Math.max(1, minutes) } : form.edit,
    remove: form.remove,
    attach: form.attach,
    quote: form.quote,
    approve: form.approve,
    approveShown: form.approveShown,
    attachments: {
      kinds: form.attachKinds.length === 0 ? attachments.kinds : form.attachKinds,
      number: read.between('attachNumber', 1, 20, attachments.number),
      megabytes: read.between('attachMegabytes', 1, 100, attachments.megabytes),
    },
  };
}

/**
 * What the form means. A field that cannot be read is named in `problems` and stands as it was saved before.
 *
 * @param base the settings the form began with; whatever the form does not show stays as it is
 */
export function fromForm(
  form: ForumForm,
  base: ForumSettings,
  zone: string,
): { settings: ForumSettings; problems: FormProblems } {
  const read = fieldReader(form);
  const { problems } = read;
  const { rules } = base;
  if (form.title.trim() === '') problems.title = 'Give the forum a title.';
  const schedule = Object.fromEntries(
    DATE_FIELDS.map((name) => [name, read.date(name, form.dates[name], rules.schedule[name], zone)]),
  ) as ForumRules['schedule'];
  for (const window of ['visible', 'posting'] as const) {
    const from = schedule[`${window}From`];
    const until = schedule[`${window}Until`];
    if (from !== null && until !== null && until < from)
      problems[`${window}Until`] = 'This end lies before its start.';
  }
  if (form.readers === 'group' && form.groupPlanId === '')
    problems.groupPlanId = 'Choose a group plan, or make one in the Roster.';
  form.questions.forEach((question, index) => {
    if (form.openings === 'answerQuestions' && plainText(question.text, { quotes: 'all' }) === '')
      problems[`questions.${index}`] = 'Write the question, or take it away.';
  });
  return {
    settings: {
      title: form.title,
      unitId: form.unitId || null,
      categoryId: form.categoryId || null,
      prompt: form.prompt,
      starter: form.hasStarter && plainText(form.starter, { quotes: 'all' }) !== '' ? form.starter : null,
      itemId: form.itemId || null,
      rules: {
        ...rules,
        openings: form.openings,
        questions:
          form.openings === 'answerQuestions' || form.questions.length > 0
            ? form.questions.map(({ id, text, retired }) => ({ id, text, retired }))
            : rules.questions,
        readers: form.readers,
        groupPlanId: form.readers === 'group' ? form.groupPlanId || null : null,
        openSpacesAfterClose:
          form.readers === 'section' || form.readers === 'group' ? form.openSpacesAfterClose : false,
        threading: form.threading,
        schedule,
        graceMinutes: read.whole('graceMinutes', 1440, rules.graceMinutes),
        seal: sealFrom(form, read, zone),
        ...requiredFrom(form, rules, read),
        allowed: allowedFrom(form, rules, read),
        hold: form.hold,
        told: form.told,
        recent: form.recent,
        prerequisites: form.prerequisites
          .filter(({ forumId }) => forumId !== '')
          .map(({ forumId, kind, percent }, index) => ({
            forumId,
            condition:
              kind === 'score'
                ? { kind, atLeast: read.percent(`prerequisites.${index}`, percent, 5000) }
                : { kind },
          })),
        audience:
          form.audience === 'everyone'
            ? { kind: 'everyone' }
            : {
                kind: 'listed',
                sectionIds: form.audienceSections,
                groupIds: form.audienceGroups,
                studentIds: form.audienceStudents,
              },
        ready: {
          when: form.ready === 'atLeast' ? { atLeast: read.between('readyPosts', 1, 100, 1) } : form.ready,
          afterLastDue: form.readyAfterDue,
        },
        display: form.display,
        evaluation: evaluationFrom(form, base, read, zone),
      },
    },
    problems,
  };
}

const FIELDS: Record<string, Path<ForumForm>> = {
  title: 'title',
  unitId: 'unitId',
  categoryId: 'categoryId',
  prompt: 'prompt',
  itemId: 'itemId',
  graceMinutes: 'graceMinutes',
  openings: 'openings',
  readers: 'readers',
  groupPlanId: 'groupPlanId',
  questions: 'questions',
  seal: 'sealed',
  prerequisites: 'prerequisites',
  audience: 'audience',
  'required.different': 'different',
  'required.replies': 'replies',
  'required.attachment': 'attachment',
  'required.questions': 'questionsWanted',
  'evaluation.maximum': 'maximum',
  evaluation: 'maximum',
};

/** Where the server's field belongs in the form. */
export function fieldOf(path: string): Path<ForumForm> | null {
  const last = path.replace(/^settings\./, '').replace(/^rules\./, '');
  if (last.startsWith('schedule.')) return `dates.${last.slice('schedule.'.length)}` as Path<ForumForm>;
  return FIELDS[last] ?? null;
}
