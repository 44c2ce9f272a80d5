import { Download } from 'lucide-react';
import { useCourse } from '../../../data/course';
import { Dialog } from '../../../ui/Dialog';

/** What a course goes out as. */
export function ExportDialog({ onClose }: { onClose: () => void }) {
  const course = useCourse();
  const files = [
    {
      name: 'gradebook.csv',
      title: 'Scores for a spreadsheet',
      format: 'CSV',
      words: 'Students by items, with totals. Change it, and import it again: newer scores are told apart.',
      may: true,
    },
    {
      name: 'oneroster.zip',
      title: 'The class for another system',
      format: 'OneRoster CSV 1.1',
      words: 'Roster, sections, items, categories and results, as ten files in an archive.',
      may: course.role === 'instructor',
    },
    {
      name: 'course.json',
      title: 'Everything',
      format: 'JSON',
      words:
        'Settings, people, forums, posts with every version, scores and the whole course record, by a documented schema.',
      may: course.role === 'instructor',
    },
  ];
  return (
    <Dialog title="Export" onClose={onClose}>
      <ul>
        {files
          .filter(({ may }) => may)
          .map(({ name, title, format, words }) => (
            <li key={name} className="ruled border-b py-2.5 last:border-0">
              <a
                href={`/api/courses/${course.id}/${name}`}
                download
                className="flex items-start gap-3 rounded hover:bg-base-200"
              >
                <Download className="mt-1 size-4 shrink-0" aria-hidden />
                <span>
                  <b>{title}</b> <span className="quiet text-sm">{format}</span>
                  <span className="quiet block text-sm">{words}</span>
                </span>
              </a>
            </li>
          ))}
      </ul>
    </Dialog>
  );
}
