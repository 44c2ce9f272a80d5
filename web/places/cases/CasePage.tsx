import { ArrowLeft, Printer } from 'lucide-react';
import { Link } from 'react-router';
import type { CaseEntry } from '../../../contract/cases';
import { caseJson } from '../../../contract/fileRoutes';
import { addresses } from '../../../words/addresses';

import { useCourse } from '../../data/course';
import { When } from '../../ui/When';
import { AddToCase } from './AddToCase';
import { CasePeople } from './CasePeople';
import { Decision } from './Decision';
import { EntryContent } from './EntryContent';
import { entryTitle } from './entryTitle';
import { OpenedCase } from './OpenedCase';

/** A case: whom it is about and who reads it, everything in it in the order it was put there, and what is added next. */
export function CasePage() {
  const course = useCourse();
  return (
    <OpenedCase>
      {(view) => (
        <div className="mx-auto w-full max-w-4xl px-5 pt-5 pb-20">
          <Link to={addresses.cases(course.id)} className="link-plain flex items-center gap-1 text-sm">
            <ArrowLeft className="size-4" aria-hidden />
            Cases
          </Link>
          <p className="label-caps mt-3">Case</p>
          <div className="flex flex-wrap items-start justify-between gap-x-6 gap-y-2">
            <h1 className="min-w-0 text-2xl [overflow-wrap:anywhere]">{view.title}</h1>
            <span className="flex items-center gap-4 text-sm">
              <a
                className="link-plain"
                href={caseJson.path.replace(':course', course.id).replace(':case', view.id)}
              >
                JSON
              </a>
              <Link to={addresses.printCase(course.id, view.id)} className="btn btn-sm raised ruled h-9">
                <Printer className="size-4" aria-hidden />
                Record to print
              </Link>
            </span>
          </div>
          <CasePeople view={view} />
          <ol className="mt-5" aria-label="What is in this case">
            {view.entries.map((entry) => (
              <Entry key={entry.id} entry={entry} />
            ))}
          </ol>
          {view.decidedAt === null && <AddToCase view={view} />}
          <Decision view={view} />
        </div>
      )}
    </OpenedCase>
  );
}

/** What says by itself all there is to say. */
const BRIEF: ReadonlySet<string> = new Set(['named', 'unnamed', 'opened']);

function Entry({ entry: { number, at, by, content } }: { entry: CaseEntry }) {
  return (
    <li className="ruled border-t py-3" aria-label={`${number}. ${entryTitle(content)}`}>
      <p className="flex items-baseline gap-x-3 text-sm">
        <span className="num quiet w-6 shrink-0 text-right">{number}</span>
        <span className="flex min-w-0 flex-wrap items-baseline gap-x-3">
          <b className="text-[0.97rem] [overflow-wrap:anywhere]">{entryTitle(content)}</b>
          <span className="quiet num">
            {by.name}, <When at={at} />
          </span>
        </span>
      </p>
      {!BRIEF.has(content.kind) && (
        <div className="mt-1.5 sm:ml-9">
          <EntryContent content={content} />
        </div>
      )}
    </li>
  );
}
