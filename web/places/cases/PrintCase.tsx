import { ArrowLeft, Printer } from 'lucide-react';
import { Link } from 'react-router';
import { caseJson } from '../../../contract/fileRoutes';
import { addresses } from '../../../words/addresses';
import { useCourse } from '../../data/course';
import { When } from '../../ui/When';
import { EntryContent } from './EntryContent';
import { entryTitle } from './entryTitle';
import { OpenedCase } from './OpenedCase';

/** The record of a case on paper: whom it is about, a table of contents, everything in it, and a digest to hold it against. */
export function PrintCase() {
  const course = useCourse();
  return (
    <OpenedCase>
      {(view) => (
        <article className="mx-auto w-full max-w-4xl px-5 pt-5 pb-20 print:max-w-none">
          <p className="no-print flex items-center justify-between text-sm">
            <Link to={addresses.oneCase(course.id, view.id)} className="link-plain flex items-center gap-1">
              <ArrowLeft className="size-4" aria-hidden />
              The case
            </Link>
            <button type="button" className="btn btn-sm raised ruled h-9" onClick={() => window.print()}>
              <Printer className="size-4" aria-hidden />
              Print
            </button>
          </p>
          <p className="label-caps mt-4">
            {course.title} · {course.code} · record of a case
          </p>
          <h1 className="text-2xl [overflow-wrap:anywhere]">{view.title}</h1>
          <dl className="mt-3 grid grid-cols-[auto_1fr] gap-x-4 gap-y-0.5 text-sm">
            <dt className="quiet">About</dt>
            <dd>{view.students.map(({ name }) => name).join(', ')}</dd>
            <dt className="quiet">Read by</dt>
            <dd>{view.staff.map(({ name }) => name).join(', ')}</dd>
            <dt className="quiet">Opened</dt>
            <dd className="num">
              <When at={view.openedAt} plain />
            </dd>
            <dt className="quiet">Decided</dt>
            <dd className="num">
              {view.decidedAt === null ? 'not yet' : <When at={view.decidedAt} plain />}
            </dd>
            <dt className="quiet">SHA-256</dt>
            <dd className="num text-xs [overflow-wrap:anywhere]">{view.digest}</dd>
          </dl>
          <p className="quiet mt-1 text-sm">
            The digest is that of the same record as a{' '}
            <a
              className="link-plain"
              href={caseJson.path.replace(':course', course.id).replace(':case', view.id)}
            >
              JSON file
            </a>
            ; whoever has the file can work it out again. Times are those of {course.zone}.
          </p>
          <nav aria-label="Contents" className="mt-6">
            <h2 className="label-caps font-sans">Contents</h2>
            <ol className="mt-1 text-sm">
              {view.entries.map(({ id, number, at, content }) => (
                <li key={id} className="ruled flex gap-x-3 border-b py-1">
                  <span className="num quiet w-6 text-right">{number}</span>
                  <a href={`#entry-${number}`} className="grow [overflow-wrap:anywhere] hover:underline">
                    {entryTitle(content)}
                  </a>
                  <span className="quiet num">
                    <When at={at} plain />
                  </span>
                </li>
              ))}
            </ol>
          </nav>
          {view.entries.map(({ id, number, at, by, content }) => (
            <section key={id} id={`entry-${number}`} className="mt-8">
              <h2 className="text-lg [overflow-wrap:anywhere] [break-after:avoid]">
                {number}. {entryTitle(content)}
              </h2>
              <p className="quiet num mb-2 text-sm [break-after:avoid]">
                added by {by.name}, <When at={at} plain />
              </p>
              <EntryContent content={content} />
            </section>
          ))}
        </article>
      )}
    </OpenedCase>
  );
}
