import { useCallback, useEffect, useRef, useState, type ReactNode, type RefObject } from 'react';
import { textOf } from '../../../core/text/textOf';
import { plainText } from '../../../core/text/plainText';
import { useIsAttended } from '../../data/activity';
import { keepTrying } from '../../data/keepTrying';
import type { Editor, EditorProps } from './Editor';

const load = async () => (fetched = (await import('./Editor')).Editor);
/** The editor, once this page has fetched it. */
let fetched: typeof Editor | null = null;

/** Fetches the editor as soon as somebody is there, on a page where they may come to write. */
export function useEditorSoon(): void {
  const isAttended = useIsAttended();
  useEffect(() => {
    // Where it cannot be fetched now, one types into a plain field meanwhile.
    if (isAttended) void load().catch(() => undefined);
  }, [isAttended]);
}

/** Puts the focus into the editor in a part of the page, which may still be to come; what is typed then is not lost. */
export function focusEditorIn(part: string): void {
  document.querySelector<HTMLElement>(`${part} :is([role=textbox], [data-editor-to-come])`)?.focus();
}

const textOfValue = (value: EditorProps['value']) =>
  value === null ? '' : plainText(value, { quotes: 'all' });

/** Where the editor will stand, until it is there. What is typed into an empty one meanwhile is not lost: the editor begins with it. */
function Waiting({
  label,
  value,
  onChange,
  placeholder,
  autoFocus = false,
  minHeight = '7rem',
  onFocus,
  field,
}: EditorProps & { onFocus: () => void; field: RefObject<HTMLTextAreaElement | null> }) {
  const [isEmpty] = useState(() => textOfValue(value) === '');
  const [text, setText] = useState(() => textOfValue(value));
  return (
    // As high as the editor will be with its toolbar, so that nothing moves when it comes.
    <div className="px-3.5 py-2.5" style={{ marginTop: 'calc(2.5rem + 1px)' }}>
      <textarea
        ref={field}
        data-editor-to-come
        aria-label={label}
        className="prose-juror field-sizing-content block w-full max-w-none resize-none bg-transparent outline-none"
        style={{ minHeight }}
        placeholder={placeholder}
        readOnly={!isEmpty}
        autoFocus={autoFocus}
        value={text}
        onFocus={onFocus}
        onChange={(event) => {
          setText(event.target.value);
          onChange(textOf(event.target.value));
        }}
      />
    </div>
  );
}

/**
 * The editor for prompts, posts and remarks: bold, italic, lists, quotes, links, and where allowed headings and images. It is large, and
 * fetched only once somebody moves, types or touches anything on the page.
 */
export function RichEditor({
  children,
  invalid = false,
  ...props
}: EditorProps & {
  /** What stands below the text, in the same frame. */
  readonly children?: ReactNode;
  readonly invalid?: boolean;
}) {
  const isAttended = useIsAttended();
  const [isFocused, setFocused] = useState(false);
  const field = useRef<HTMLTextAreaElement>(null);
  const drops = useRef<((files: readonly File[]) => void) | null>(null);
  const tellOfFiles = useCallback((take: ((files: readonly File[]) => void) | null) => {
    drops.current = take;
  }, []);
  const isWanted = isAttended || isFocused || props.autoFocus === true;
  // The field stands until the editor is here, and has the focus as long: were it drawn anew meanwhile, what is typed would go elsewhere.
  const [here, setHere] = useState(() => fetched && { Editor: fetched, hadFocus: false });
  useEffect(() => {
    if (!isWanted || here !== null) return;
    return keepTrying(load, (Editor) =>
      setHere({ Editor, hadFocus: document.activeElement === field.current }),
    );
  }, [isWanted, here]);
  return (
    <div
      className={`raised rounded-field border focus-within:border-primary ${invalid ? 'border-error' : 'ruled'}`}
      onDragOver={(event) => {
        if (drops.current && event.dataTransfer.types.includes('Files')) event.preventDefault();
      }}
      onDrop={(event) => {
        // Beside the text, where the editor itself takes nothing.
        const files = [...event.dataTransfer.files];
        if (event.defaultPrevented || !drops.current || files.length === 0) return;
        event.preventDefault();
        drops.current(files);
      }}
    >
      {here !== null ? (
        <here.Editor
          {...props}
          autoFocus={props.autoFocus === true || here.hadFocus}
          tellOfFiles={tellOfFiles}
        />
      ) : (
        <Waiting {...props} field={field} onFocus={() => setFocused(true)} />
      )}
      {children}
    </div>
  );
}
