import Image from '@tiptap/extension-image';
import { TableKit } from '@tiptap/extension-table';
import { Placeholder } from '@tiptap/extensions';
import {
  EditorContent,
  useEditor,
  type Editor as TextEditor,
  type JSONContent,
  type UseEditorOptions,
} from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import { useEffect, useId, useRef, useState } from 'react';
import type { PersonName } from '../../../contract/basics';
import { ElsewhereNode } from '../../../contract/elsewhereNode';
import { MediaNode } from '../../../contract/mediaNode';
import { QuotationNode } from '../../../contract/postNodes';
import type { RichNode } from '../../../core/text/richText';
import { cleanPaste } from './cleanPaste';
import type { ForumLink } from './LinkField';
import { addToText } from './addToText';
import { Mentionable, mentionExtension, type Suggested } from './mentions';
import { Suggestions } from './Suggestions';
import { Toolbar } from './Toolbar';

/** What an editor is given. */
export interface EditorProps {
  readonly label: string;
  readonly value: RichNode | null;
  readonly onChange: (doc: RichNode) => void;
  /** The course images are uploaded to; without one there are no images here. */
  readonly course?: string;
  /** Headings, tables, files and links to forums: what a prompt has and a post has not. */
  readonly headings?: boolean;
  /** Forums that can be linked to by name. */
  readonly forums?: readonly ForumLink[];
  readonly placeholder?: string;
  readonly autoFocus?: boolean;
  readonly minHeight?: string;
  readonly onSend?: () => void;
  /** In posts: who can be mentioned, and where files go that are not images. */
  readonly inPost?: {
    readonly people: readonly PersonName[];
    readonly onFiles: ((files: readonly File[]) => void) | null;
  };
  /** Something to be put in at the end, such as a quoted passage; told when it is in. */
  readonly insert?: { readonly node: RichNode; readonly n: number } | null;
  readonly onInserted?: () => void;
  /** Told how files are taken that are dropped beside the text; null where none are. */
  readonly tellOfFiles?: (take: ((files: readonly File[]) => void) | null) => void;
}

/** Whether an editor is there to be worked with. */
const isThere = (editor: TextEditor | null): editor is TextEditor => editor !== null && !editor.isDestroyed;

/** The package's hook as it is: what it says it always returns may be missing. */
const useMadeEditor: (options: UseEditorOptions) => TextEditor | null = useEditor;

/**
 * The editor itself; places use RichEditor, which fetches it when it is needed. An editor that is made and not shown within a moment, as
 * happens where the machine is busy, is taken away again by its package, which then makes another: so there may be none at first, and what
 * works with one asks whether it still stands.
 */
export function Editor({
  label,
  value,
  onChange,
  course,
  headings = false,
  forums = [],
  placeholder,
  autoFocus = false,
  minHeight = '7rem',
  onSend,
  inPost,
  insert = null,
  onInserted,
  tellOfFiles,
}: EditorProps) {
  const listId = useId();
  const [suggested, setSuggested] = useState<Suggested | null>(null);
  const post = useRef(inPost);
  const [mentionable] = useState(() => new Mentionable());
  const people = inPost?.people;
  useEffect(() => mentionable.know(people ?? []), [mentionable, people]);
  const change = useRef(onChange);
  const send = useRef(onSend);
  useEffect(() => {
    change.current = onChange;
    send.current = onSend;
    post.current = inPost;
  });
  const addFile = useRef<(file: File) => void>(() => undefined);
  const takeFiles = (files: readonly File[]) => {
    const images = files.filter(({ type }) => type.startsWith('image/'));
    const others = files.filter(({ type }) => !type.startsWith('image/'));
    const { onFiles = null } = post.current ?? {};
    if (onFiles === null) files.forEach((file) => addFile.current(file));
    else {
      images.forEach((file) => addFile.current(file));
      if (others.length > 0) onFiles(others);
    }
  };
  const editor = useMadeEditor({
    extensions: [
      StarterKit.configure({
        heading: headings ? { levels: [2, 3] } : false,
        link: { openOnClick: false, defaultProtocol: 'https' },
      }),
      Image,
      MediaNode,
      ElsewhereNode,
      QuotationNode,
      ...(inPost ? [mentionExtension(mentionable, setSuggested)] : []),
      TableKit.configure({ table: { resizable: false } }),
      Placeholder.configure({ placeholder: placeholder ?? '' }),
    ],
    content: (value ?? '') as JSONContent | string,
    // Where something is put in, the focus comes with that; a second time would come while somebody types.
    autofocus: autoFocus && insert === null ? 'end' : false,
    immediatelyRender: true,
    shouldRerenderOnTransaction: false,
    editorProps: {
      attributes: {
        role: 'textbox',
        'aria-multiline': 'true',
        'aria-label': label,
        class: 'tiptap prose-juror',
        spellcheck: 'true',
      },
      transformPastedHTML: cleanPaste,
      handlePaste: (_view, event) => {
        const files = [...(event.clipboardData?.files ?? [])];
        // A word processor offers its text as a picture too; the text is what is meant.
        if (files.length === 0 || !course || event.clipboardData?.types.includes('text/html')) return false;
        takeFiles(files);
        return true;
      },
      handleDrop: (_view, event, _slice, moved) => {
        const files = [...(event.dataTransfer?.files ?? [])];
        if (moved || files.length === 0 || !course) return false;
        event.preventDefault();
        takeFiles(files);
        return true;
      },
      handleKeyDown: (_view, event) => {
        if (event.key === 'Enter' && (event.ctrlKey || event.metaKey) && send.current) {
          event.stopPropagation();
          send.current();
          return true;
        }
        return false;
      },
    },
    onUpdate: ({ editor: e }) => change.current(e.getJSON() as RichNode),
  });
  useEffect(() => {
    addFile.current = (file) => {
      if (course && isThere(editor)) void addToText(editor, course, file);
    };
  }, [course, editor]);
  useEffect(() => {
    if (insert === null || !isThere(editor)) return;
    const added = [insert.node as JSONContent, { type: 'paragraph' }];
    if (editor.isEmpty) editor.commands.setContent({ type: 'doc', content: added }, { emitUpdate: true });
    else editor.commands.insertContentAt(editor.state.doc.content.size, added);
    editor.commands.focus('end');
    onInserted?.();
    // eslint-disable-next-line react-hooks/exhaustive-deps -- put in once, whoever is told
  }, [editor, insert?.n]);
  useEffect(() => {
    tellOfFiles?.(course ? takeFiles : null);
    return () => tellOfFiles?.(null);
  });
  if (editor === null) return null;
  return (
    <div style={{ '--editor-height': minHeight } as React.CSSProperties}>
      <Toolbar
        key={editor.instanceId}
        editor={editor}
        headings={headings}
        forums={forums}
        label={label}
        onFile={course ? (file) => addFile.current(file) : null}
      />
      <EditorContent editor={editor} className="px-3.5 py-2.5" />
      {suggested && <Suggestions id={listId} suggested={suggested} />}
      <p role="status" className="sr-only">
        {suggested &&
          `${suggested.people[suggested.at]!.name}, ${suggested.at + 1} of ${suggested.people.length}: Enter mentions`}
      </p>
    </div>
  );
}
