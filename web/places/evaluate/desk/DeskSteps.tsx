import { useState, type ReactNode } from 'react';
import type { DeskParts } from './DeskPanels';

/** The steps of evaluating one student, one after the other. */
const STEPS = [
  ['docket', 'Docket'],
  ['pages', 'Pages'],
  ['sheet', 'Score'],
] as const;
type Step = (typeof STEPS)[number][0];

/**
 * The Desk where there is room for one thing: docket, pages and score sheet as three steps, with the button that gives the score in reach
 * in two of them.
 */
export function DeskSteps({
  docket,
  pages,
  sheet,
  student,
  title,
  give,
}: DeskParts & {
  /** Who is evaluated; choosing somebody opens their pages. */
  student: string | undefined;
  /** The forum’s title, which stands in the docket. */
  title: string;
  /** What gives the score, below the pages, or leads to where it is entered; null where there is no score to give. */
  give: ((enter: () => void) => ReactNode) | null;
}) {
  const [step, setStep] = useState<Step>(student === undefined ? 'docket' : 'pages');
  const [known, setKnown] = useState(student);
  if (student !== known) {
    setKnown(student);
    setStep(student === undefined ? 'docket' : 'pages');
  }
  return (
    <div className="flex min-h-0 grow flex-col" style={{ height: 'calc(100dvh - 52px)' }}>
      <nav aria-label="Steps" className="ruled flex shrink-0 border-b">
        {STEPS.map(([name, words]) => (
          <button
            key={name}
            type="button"
            disabled={name !== 'docket' && student === undefined}
            aria-current={step === name ? 'step' : undefined}
            className={`min-h-10 grow cursor-pointer border-b-[3px] text-sm disabled:cursor-default ${step === name ? 'border-primary font-bold' : 'quiet border-transparent'}`}
            onClick={() => setStep(name)}
          >
            {words}
          </button>
        ))}
      </nav>
      {step !== 'docket' && <h1 className="sr-only">{title}</h1>}
      <div className="min-h-0 grow" hidden={step !== 'docket'}>
        {docket}
      </div>
      <div className="min-h-0 grow" hidden={step !== 'pages'}>
        {pages}
      </div>
      {step === 'pages' && give?.(() => setStep('sheet'))}
      <div className="raised min-h-0 grow" hidden={step !== 'sheet'}>
        {sheet}
      </div>
    </div>
  );
}
