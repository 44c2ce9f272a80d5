import type { DateRepair } from '../../../../core/checks/repairs';
import { dateWords } from '../../../ui/dateWords';
import type { Path, UseFormReturn } from 'react-hook-form';
import type { Finding, FindingField } from '../../../../core/checks/check';
import { toWallClock } from '../../../../core/time/wallClock';
import type { ForumSettings } from '../../../../contract/forumSettings';
import type { DateName } from '../../../../core/course/forum';
import { useCourse } from '../../../data/course';
import { findingWords, type FindingWords } from '../../../../words/findings';
import { FindingNote } from './FindingNote';
import type { ForumForm } from './forumForm';
import { DateField } from '../../../ui/dates/DateField';

/** What a repair does, as its button says it. */
function repairWords({ date, at }: DateRepair, zone: string): string {
  if (at === null) return 'Leave it visible';
  return date === 'postingUntil'
    ? `Keep posting open until ${dateWords(at, zone)}`
    : `Move it to ${dateWords(at, zone)}`;
}

/** The fields of a forum's form, each with what is wrong with it, and the findings that stand beside them. */
export type FieldKit = ReturnType<typeof useFieldKit>;

/** Makes the fields of the form. */
export function useFieldKit(
  form: UseFormReturn<ForumForm, unknown, ForumSettings>,
  problem: (name: string) => string | undefined,
  findings: readonly Finding[],
  words: FindingWords,
) {
  const course = useCourse();
  const notes = (...fields: FindingField[]) =>
    findings
      .filter((finding) => fields.includes(finding.field))
      .map((finding) => {
        // Another place in the plan is given in the plan.
        const repair = finding.repair && 'date' in finding.repair ? finding.repair : null;
        return (
          <FindingNote
            key={finding.code + finding.field}
            severity={finding.severity}
            {...findingWords(finding, words)}
            repair={
              repair
                ? {
                    label: repairWords(repair, course.zone),
                    run: () =>
                      form.setValue(
                        `rules.schedule.${repair.date}`,
                        repair.at === null ? '' : toWallClock(repair.at, course.zone),
                        { shouldDirty: true },
                      ),
                  }
                : undefined
            }
          />
        );
      });
  const says = (name: string) => {
    const message = problem(name);
    return message ? (
      <p className="text-sm text-error" id={`${name}-problem`}>
        {message}
      </p>
    ) : null;
  };
  const number = (name: Path<ForumForm>, label: string, width = 'w-16') => (
    <input
      {...form.register(name)}
      inputMode="decimal"
      aria-label={label}
      aria-invalid={Boolean(problem(name))}
      className={`input input-sm h-9 ${width} num raised text-center ${problem(name) ? 'input-error' : ''}`}
    />
  );
  const date = (field: DateName, label: string) => {
    const name = `rules.schedule.${field}` as const;
    return <DateField {...form.register(name)} label={label} problem={problem(name)} />;
  };
  return { form, notes, says, problem, number, date };
}
