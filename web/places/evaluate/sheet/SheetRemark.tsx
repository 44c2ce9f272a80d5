import { Kbd } from '../../../ui/keys';
import { RichEditor } from '../../../ui/editor/RichEditor';
import { Dictate } from './Dictate';
import { RemarkFiles } from './RemarkFiles';
import type { Sheet } from './useSheet';

/** The remark for the student; in a second reading it is the first reader's. */
export function SheetRemark({
  sheet,
  give,
  openRemarks,
}: {
  sheet: Sheet;
  give: () => void;
  openRemarks: () => void;
}) {
  const { state, now } = sheet;
  const { view, typed } = now;
  return view.reading?.second ? (
    <p className="quiet mt-4 text-sm">
      The remark is the first reader’s; add to it once you have given your reading.
    </p>
  ) : (
    <div className="mt-4" id="sheet-remark">
      <RichEditor
        key={`${view.student.id} ${now.remarkN}`}
        label="Remark"
        value={typed.remark}
        onChange={(doc) => state.change({ remark: doc })}
        placeholder={`A remark for ${view.student.given}`}
        minHeight="5rem"
        onSend={give}
      />
      <p className="mt-1.5 flex flex-wrap items-center gap-x-4 gap-y-1 text-sm">
        <button type="button" className="link-plain" onClick={openRemarks}>
          Saved remarks <Kbd>S</Kbd>
        </button>
        <Dictate sheet={sheet} />
      </p>
      <RemarkFiles sheet={sheet} />
    </div>
  );
}
