import { QRCodeSVG } from 'qrcode.react';
import { Download, Printer } from 'lucide-react';
import type { HandedLink } from '../../../../contract/invitations';
import { csvFile } from '../../../../core/csv/csv';
import { plural } from '../../../../words/numbers';
import { useCourse } from '../../../data/course';
import { saveFile } from '../../../ui/saveFile';

/** Links just made: as a file, or as a sheet to cut up. Juror keeps none of them, so they are shown only now. */
export function HandedLinks({ links, close }: { links: readonly HandedLink[]; close: () => void }) {
  const course = useCourse();
  const save = () =>
    saveFile(
      `${course.code.replace(/[^A-Za-z0-9]+/g, '-')}-links.csv`,
      'text/csv',
      csvFile([
        ['Name', 'E-mail', 'Student number', 'Section', 'Link'],
        ...links.map((link) => [
          link.name,
          link.email,
          link.studentNumber ?? '',
          link.section ?? '',
          location.origin + link.address,
        ]),
      ]),
    );
  return (
    <div className="max-w-5xl px-5 pb-16 print:max-w-none print:p-0">
      <div className="no-print">
        <h2 className="text-lg">{plural(links.length, 'link')} to hand over</h2>
        <p className="mt-1 max-w-2xl">
          They are shown only now: Juror keeps no link. Each works once, for seven days, for the person it was
          made for.
        </p>
        <div className="mt-3 flex flex-wrap gap-2">
          <button type="button" className="btn btn-primary" onClick={save}>
            <Download className="size-4" aria-hidden />
            Save as CSV
          </button>
          <button type="button" className="btn raised ruled" onClick={() => print()}>
            <Printer className="size-4" aria-hidden />
            Print a sheet to cut up
          </button>
          <button type="button" className="btn raised ruled" onClick={close}>
            Done
          </button>
        </div>
      </div>
      <ul className="mt-5 grid gap-3 sm:grid-cols-2 print:mt-0 print:grid-cols-2 print:gap-0">
        {links.map((link) => (
          <li
            key={link.id}
            className="ruled rounded-box border p-4 print:break-inside-avoid print:rounded-none print:border-dashed"
          >
            {/* Dark on white in either theme: many cameras read nothing else. */}
            <QRCodeSVG
              value={location.origin + link.address}
              size={96}
              marginSize={2}
              className="float-right ml-4"
              aria-hidden
            />
            <p className="font-semibold">{link.name}</p>
            <p className="quiet text-sm">{[link.section, link.studentNumber].filter(Boolean).join(' · ')}</p>
            <p className="mt-2 text-sm">
              {course.title} ({course.code}) in Juror. Open this address and choose a password:
            </p>
            <p className="num mt-1 font-medium break-words">{location.origin + link.address}</p>
            <p className="quiet mt-1 text-sm">It works once. You sign in with {link.email}.</p>
          </li>
        ))}
      </ul>
    </div>
  );
}
