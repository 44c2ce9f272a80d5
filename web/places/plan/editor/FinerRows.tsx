import { line, select, type RowProps, type PlanRowProps } from './rowProps';
import { Plus, X } from 'lucide-react';
import { useFieldArray } from 'react-hook-form';
import { ATTACHMENT_KINDS } from '../../../../contract/forumSettings';
import { useCourse } from '../../../data/course';
import { plural } from '../../../../words/numbers';
import { FormRow } from '../../../forms/FormRow';

/** What authors may do with their posts and with those of others. */
export function AuthorsRow({ kit, values }: RowProps) {
  const { form, says, number } = kit;
  return (
    <FormRow label="Authors may">
      <div className={line}>
        change their posts
        <select
          {...form.register('rules.allowed.edit.when')}
          aria-label="How long posts may be changed"
          className={select}
        >
          <option value="untilPostingCloses">until posting closes</option>
          <option value="untilAnswered">until someone replies</option>
          <option value="minutes">for some minutes</option>
          <option value="never">never</option>
        </select>
        {values.rules.allowed.edit.when === 'minutes' && (
          <>: {number('rules.allowed.edit.minutes', 'Minutes posts may be changed')} minutes</>
        )}
      </div>
      {says('rules.allowed.edit.minutes')}
      <div className={line}>
        remove them
        <select
          {...form.register('rules.allowed.remove')}
          aria-label="When posts may be removed"
          className={select}
        >
          <option value="untilAnswered">until someone replies</option>
          <option value="anyTime">at any time</option>
          <option value="never">never</option>
        </select>
      </div>
      <label className={line}>
        <input type="checkbox" className="checkbox checkbox-sm" {...form.register('rules.allowed.quote')} />
        quote each other
      </label>
      <label className={line}>
        <input type="checkbox" className="checkbox checkbox-sm" {...form.register('rules.allowed.attach')} />
        attach files
      </label>
      {values.rules.allowed.attach && (
        <div className="space-y-2 pl-7">
          <div className={line}>
            {ATTACHMENT_KINDS.map((kind) => (
              <label key={kind} className="flex items-center gap-1.5">
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm"
                  value={kind}
                  {...form.register('rules.allowed.attachments.kinds')}
                />
                {{ image: 'images', document: 'documents', audio: 'sound', video: 'video' }[kind]}
              </label>
            ))}
          </div>
          {says('rules.allowed.attachments.kinds')}
          <div className={line}>
            at most {number('rules.allowed.attachments.number', 'Files a post')} files a post, of{' '}
            {number('rules.allowed.attachments.megabytes', 'Megabytes a file')} MB each
          </div>
          {says('rules.allowed.attachments.number')}
          {says('rules.allowed.attachments.megabytes')}
        </div>
      )}
    </FormRow>
  );
}

/** Approval, being told, nods and ratings, recent posts. */
export function AttentionRow({ kit, values }: RowProps) {
  const { form } = kit;
  return (
    <FormRow label="Attention">
      <div className={line}>
        Before classmates see a post, staff approve
        <select {...form.register('rules.hold')} aria-label="Hold for approval" className={select}>
          <option value="none">nothing</option>
          <option value="first">the first post of each student</option>
          <option value="all">every post</option>
        </select>
      </div>
      <div className={line}>
        Of new posts
        <select {...form.register('rules.told')} aria-label="Who is told of new posts" className={select}>
          <option value="everyone">everyone is told</option>
          <option value="each">each decides to be told</option>
          <option value="nobody">nobody is told</option>
        </select>
      </div>
      <div className={line}>
        Posts can be
        <select {...form.register('rules.allowed.approve')} aria-label="Nods and ratings" className={select}>
          <option value="off">answered only</option>
          <option value="nods">nodded to</option>
          <option value="ratings">rated from 1 to 5</option>
        </select>
        {values.rules.allowed.approve !== 'off' && (
          <select
            {...form.register('rules.allowed.approveShown')}
            aria-label="Who learns of nods and ratings"
            className={select}
          >
            <option value="private">and only the author learns of it</option>
            <option value="open">counted in the open</option>
          </select>
        )}
      </div>
      <label className={line}>
        <input type="checkbox" className="checkbox checkbox-sm" {...form.register('rules.recent')} />
        The newest posts are shown beside it in students’ lists
      </label>
      <label className={line}>
        <input type="checkbox" className="checkbox checkbox-sm" {...form.register('rules.feed')} />
        Readers may subscribe to a feed: posts for a feed reader, recordings for a player
      </label>
    </FormRow>
  );
}

/** What has to be done before, and for whom the forum is. */
export function BeforeRow({ kit, values, plan, self }: PlanRowProps) {
  const course = useCourse();
  const { form, says, notes } = kit;
  const list = useFieldArray({ control: form.control, name: 'rules.prerequisites' });
  const others = plan.forums.filter(({ id }) => id !== self);
  const chosen =
    values.rules.audience.sectionIds.length +
    values.rules.audience.groupIds.length +
    values.rules.audience.studentIds.length;
  const boxes = (
    name: `rules.audience.${'sectionIds' | 'groupIds' | 'studentIds'}`,
    items: readonly { id: string; title: string }[],
    label: string,
  ) =>
    items.length > 0 && (
      <div>
        <p className="quiet text-sm">{label}</p>
        <div className="grid max-h-44 grid-cols-2 gap-x-4 overflow-y-auto sm:grid-cols-3">
          {items.map(({ id, title }) => (
            <label key={id} className="flex items-center gap-2 py-0.5">
              <input type="checkbox" className="checkbox checkbox-xs" value={id} {...form.register(name)} />
              <span className="truncate">{title}</span>
            </label>
          ))}
        </div>
      </div>
    );
  return (
    <FormRow label="Before, and for whom">
      {list.fields.map((field, index) => (
        <div key={field.id} className={line}>
          after
          <select
            {...form.register(`rules.prerequisites.${index}.kind`)}
            aria-label={`What has to be done first, ${index + 1}`}
            className={select}
          >
            <option value="initialPosts">the initial posts</option>
            <option value="allPosts">all required posts</option>
            <option value="score">a released score of at least</option>
          </select>
          {values.rules.prerequisites[index]?.kind === 'score' && (
            <>
              <input
                {...form.register(`rules.prerequisites.${index}.percent`)}
                aria-label="Percent"
                inputMode="decimal"
                className="input input-sm raised num h-9 w-16 text-center"
              />{' '}
              %
            </>
          )}
          in
          <select
            {...form.register(`rules.prerequisites.${index}.forumId`)}
            aria-label={`In which forum, ${index + 1}`}
            className={`${select} max-w-64`}
          >
            <option value="">choose a forum</option>
            {others.map(({ id, title }) => (
              <option key={id} value={id}>
                {title}
              </option>
            ))}
          </select>
          <button
            type="button"
            className="btn btn-ghost btn-xs btn-square"
            aria-label="Remove this prerequisite"
            onClick={() => list.remove(index)}
          >
            <X className="size-3.5" aria-hidden />
          </button>
          {says(`rules.prerequisites.${index}.percent`)}
        </div>
      ))}
      {others.length > 0 && (
        <button
          type="button"
          className="btn btn-sm raised ruled h-9"
          onClick={() => list.append({ forumId: '', kind: 'initialPosts', percent: '50' })}
        >
          <Plus className="size-4" aria-hidden />
          Something has to be done first
        </button>
      )}
      {says('rules.prerequisites')}
      {notes('prerequisites')}
      <div className={line}>
        It is for
        <select {...form.register('rules.audience.kind')} aria-label="Audience" className={select}>
          <option value="everyone">everyone</option>
          <option value="listed">some sections, groups or students</option>
        </select>
        {values.rules.audience.kind === 'listed' && <span className="quiet">{plural(chosen, 'choice')}</span>}
      </div>
      {values.rules.audience.kind === 'listed' && (
        <div className="space-y-3 pl-7">
          {boxes('rules.audience.sectionIds', course.sections, 'Sections')}
          {boxes('rules.audience.groupIds', plan.groups, 'Groups')}
          {boxes(
            'rules.audience.studentIds',
            plan.students.map(({ name }) => ({ id: name.id, title: name.sortable })),
            'Students',
          )}
        </div>
      )}
      {says('rules.audience')}
      {notes('audience')}
    </FormRow>
  );
}
