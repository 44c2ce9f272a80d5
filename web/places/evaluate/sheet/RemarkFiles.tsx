import { ATTACHMENT_KINDS } from '../../../../contract/forumSettings';
import { AttachmentPicker, useUploads } from '../../../ui/files/Attachments';
import type { Sheet } from './useSheet';

/** What may go with a score. */
const ALLOWED = { kinds: [...ATTACHMENT_KINDS], number: 10, megabytes: 100 };

/** Sound, video and files that go with the remark; the student gets them with the score. */
export function RemarkFiles({ sheet }: { sheet: Sheet }) {
  const { files } = sheet.now.typed;
  const uploads = useUploads(ALLOWED, files, (next) => sheet.state.change({ files: next }));
  return (
    <div className="-mx-3.5 [&>div]:border-t-0">
      <AttachmentPicker allowed={ALLOWED} files={files} uploads={uploads} brief describes={false} />
    </div>
  );
}
