import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/react';
import { useEffect, useState } from 'react';
import {
  dropRemark,
  listRemarks,
  noteRemarkUsed,
  saveRemark,
  type SavedRemark,
} from '../../../../contract/remarks';
import { asSaved, fillIn } from '../../../../core/text/fillIn';
import { plainText } from '../../../../core/text/plainText';
import { textOf } from '../../../../core/text/textOf';
import { call } from '../../../data/api';
import { useCourse } from '../../../data/course';
import { newId } from '../../../data/newId';
import { useApi } from '../../../data/useApi';
import { Dialog } from '../../../ui/Dialog';
import { Failed, Loading } from '../../../ui/states';
import { choicesOf, remarksInOrder } from './remarkOrder';
import type { Sheet } from './useSheet';
import { Problem } from '../../../ui/Problem';
import { orSayWhyNot } from '../../../ui/sayWhyNot';
import { useSaving } from '../../../ui/useSaving';

function Edit({
  remark,
  done,
}: {
  remark: { readonly id: string; readonly text: string; readonly shared: boolean };
  done: () => void;
}) {
  const course = useCourse().id;
  const [text, setText] = useState(remark.text);
  const [shared, setShared] = useState(remark.shared);
  const { problem, attempt } = useSaving();
  const save = async () => {
    await attempt(async () => {
      await call(saveRemark, { course, remark: remark.id }, { text, shared });
      done();
    });
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <textarea
        className="textarea raised w-full"
        rows={4}
        aria-label="Saved remark"
        maxLength={8000}
        value={text}
        autoFocus
        onChange={(event) => setText(event.target.value)}
      />
      <p className="quiet mt-1 text-sm">
        {'{given name}, {family name}, {forum} and {score} are filled in for each student.'}
      </p>
      <label className="mt-2 flex items-center gap-2">
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={shared}
          onChange={(event) => setShared(event.target.checked)}
        />
        The staff of this course may use it too
      </label>
      <Problem className="mt-1 text-sm">{problem}</Problem>
      <p className="mt-3 flex gap-3">
        <button className="btn btn-primary btn-sm">Save</button>
        <button type="button" className="btn btn-sm raised ruled" onClick={done}>
          Cancel
        </button>
      </p>
    </form>
  );
}

/** Tells of a value whenever there is one and it is another. */
function Watch<T>({ value, tell }: { value: T | null; tell: (value: T) => void }) {
  useEffect(() => {
    if (value !== null) tell(value);
  }, [value, tell]);
  return null;
}

/** The remarks kept to be used again: found by typing, put in with Enter, kept and thrown away here. */
export function SavedRemarks({ sheet, onClose }: { sheet: Sheet; onClose: () => void }) {
  const course = useCourse().id;
  const { data, error, mutate } = useApi(listRemarks, { course });
  const [typed, setTyped] = useState('');
  /** The last one the keys or the pointer were at. */
  const [last, setMarked] = useState<SavedRemark | null>(null);
  const [editing, setEditing] = useState<{ id: string; text: string; shared: boolean } | null>(null);
  const { view, typed: onSheet } = sheet.now;
  const { given, sortable } = view.student;
  const choices = choicesOf(view, onSheet);
  const found = remarksInOrder(data?.remarks ?? [], typed, choices);
  const marked = found.find((each) => each === last) ?? found[0];
  const filled = (text: string) =>
    // A covered name is filled in by the server, when the score is given.
    fillIn(text, {
      ...(!view.covered && { 'given name': given, 'family name': sortable.split(', ')[0]! }),
      forum: view.forum.title,
    });
  const use = (remark: SavedRemark | undefined) => {
    if (!remark) return;
    sheet.state.addToRemark(textOf(filled(remark.text)));
    void call(noteRemarkUsed, { course, remark: remark.id }, { choices });
    onClose();
  };
  const drop = async (remark: SavedRemark) => {
    await orSayWhyNot(() => call(dropRemark, { course, remark: remark.id }));
  };
  const current = onSheet.remark === null ? '' : plainText(onSheet.remark, { quotes: 'all' }).trim();
  return (
    <Dialog title="Saved remarks" onClose={onClose} wide>
      {editing ? (
        <Edit remark={editing} done={() => setEditing(null)} />
      ) : error && !data ? (
        <Failed error={error} retry={() => void mutate()} />
      ) : !data ? (
        <Loading />
      ) : (
        <>
          <Combobox<SavedRemark> immediate onChange={(remark) => use(remark ?? undefined)}>
            {({ activeOption }) => (
              <>
                <Watch value={activeOption} tell={setMarked} />
                <ComboboxInput
                  type="search"
                  className="input raised w-full"
                  aria-label="Find a saved remark"
                  placeholder="Type a word of it; Enter inserts it"
                  value={typed}
                  autoFocus
                  onChange={(event) => setTyped(event.target.value)}
                  onKeyDown={(event) => {
                    // The list is always open: Escape leaves it with the dialog.
                    if (event.key === 'Escape') onClose();
                  }}
                />
                <ComboboxOptions
                  static
                  modal={false}
                  aria-label="Saved remarks"
                  className="mt-2 max-h-72 overflow-y-auto"
                >
                  {found.map((remark) => (
                    <ComboboxOption
                      key={remark.id}
                      value={remark}
                      className={`rounded-field cursor-pointer px-3 py-2 ${remark === marked ? 'bg-river-wash' : ''}`}
                    >
                      <span className="whitespace-pre-line">{filled(remark.text)}</span>
                      {choices.some((choice) => choice in remark.uses) && (
                        <span className="quiet block text-xs">used with what is chosen here</span>
                      )}
                    </ComboboxOption>
                  ))}
                </ComboboxOptions>
              </>
            )}
          </Combobox>
          {found.length === 0 && (
            <p className="quiet py-3">
              {data.remarks.length === 0
                ? 'Nothing is saved yet. Write a remark, then save it here to use it again.'
                : 'No saved remark contains these words.'}
            </p>
          )}
          <p className="ruled mt-2 flex flex-wrap gap-x-4 gap-y-1 border-t pt-3 text-sm">
            {current !== '' && (
              <button
                type="button"
                className="link-plain"
                onClick={() => setEditing({ id: newId(), text: asSaved(current, given), shared: false })}
              >
                Save the remark as it is
              </button>
            )}
            <button
              type="button"
              className="link-plain"
              onClick={() => setEditing({ id: newId(), text: '{given name}, ', shared: false })}
            >
              Write a new one
            </button>
            {marked?.mine && (
              <>
                <button type="button" className="link-plain" onClick={() => setEditing(marked)}>
                  Edit the marked remark
                </button>
                <button type="button" className="link-plain" onClick={() => void drop(marked)}>
                  remove the marked remark
                </button>
              </>
            )}
          </p>
        </>
      )}
    </Dialog>
  );
}
