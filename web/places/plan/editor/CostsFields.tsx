import { line, select, type RowProps } from './rowProps';

/** What lateness costs, what a late initial post shuts, and when a student comes up. */
export function CostsFields({ kit, values }: RowProps) {
  const { form, says, number } = kit;
  return (
    <>
      <div className={line}>
        When late,
        <select
          {...form.register('rules.evaluation.lateness.kind')}
          aria-label="What lateness costs"
          className={select}
        >
          <option value="none">nothing is lost</option>
          <option value="perDay">a share a day is lost</option>
          <option value="noCredit">the post earns nothing</option>
        </select>
        {values.rules.evaluation.lateness.kind === 'perDay' && (
          <>
            : {number('rules.evaluation.lateness.percent', 'Percent a day')} % a day, at most{' '}
            {number('rules.evaluation.lateness.atMost', 'Percent at most')} %
          </>
        )}
      </div>
      {says('rules.evaluation.lateness.percent')}
      {says('rules.evaluation.lateness.atMost')}
      <div className={line}>
        Without an initial post on time,
        <select
          {...form.register('rules.evaluation.gate')}
          aria-label="What a late initial post costs"
          className={select}
        >
          <option value="none">nothing else changes</option>
          <option value="replies">the replies earn nothing</option>
          <option value="whole">the whole forum earns nothing</option>
        </select>
      </div>
      <div className={line}>
        A student comes up for evaluation
        <select
          {...form.register('rules.ready.when')}
          aria-label="When a student is ready"
          className={select}
        >
          <option value="complete">with all required posts</option>
          <option value="atLeast">with a number of posts</option>
          <option value="anyPost">with the first post</option>
        </select>
        {values.rules.ready.when === 'atLeast' && <>: {number('rules.ready.atLeast', 'Posts until ready')}</>}
      </div>
      {says('rules.ready.atLeast')}
      <label className={`${line} pl-7`}>
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          {...form.register('rules.ready.afterLastDue')}
        />
        or with what there is, once everything is due
      </label>
    </>
  );
}
