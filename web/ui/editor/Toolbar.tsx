import { useEditorState, type Editor } from '@tiptap/react';
import { Bold, Heading, ImagePlus, Italic, Link2, List, ListOrdered, Quote, Table } from 'lucide-react';
import { useRef, useState, type ReactNode } from 'react';
import { AltField } from './AltField';
import { ElsewhereField, LoneLink, loneLink } from './ElsewhereField';
import { LinkField, type ForumLink } from './LinkField';

function ToolButton({
  name,
  on,
  run,
  children,
}: {
  name: string;
  on?: boolean;
  run: () => void;
  children: ReactNode;
}) {
  return (
    <button
      type="button"
      className={`btn btn-ghost btn-sm btn-square ${on ? 'text-primary bg-base-200' : ''}`}
      aria-label={name}
      title={name}
      aria-pressed={on}
      onMouseDown={(event) => event.preventDefault()}
      onClick={run}
    >
      {children}
    </button>
  );
}

/** Formatting of the text at hand. */
export function Toolbar({
  editor,
  headings,
  forums,
  onFile,
  label,
}: {
  editor: Editor;
  headings: boolean;
  forums: readonly ForumLink[];
  onFile: ((file: File) => void) | null;
  label: string;
}) {
  const file = useRef<HTMLInputElement>(null);
  const [linking, setLinking] = useState(false);
  const on = useEditorState({
    editor,
    selector: ({ editor: e }) => ({
      bold: e.isActive('bold'),
      italic: e.isActive('italic'),
      heading: e.isActive('heading'),
      bullets: e.isActive('bulletList'),
      numbers: e.isActive('orderedList'),
      quote: e.isActive('blockquote'),
      link: e.isActive('link'),
      table: e.isActive('table'),
      image: e.isActive('image') ? (e.getAttributes('image').src as string) : null,
      card: e.isActive('elsewhere') ? (e.getAttributes('elsewhere').href as string) : null,
      loneLink: loneLink(e)?.href ?? null,
    }),
  });
  const icon = 'size-4';
  return (
    <>
      <div
        role="toolbar"
        aria-label={`Formatting: ${label}`}
        className="ruled flex flex-wrap gap-0.5 border-b px-1.5 py-1"
      >
        <ToolButton name="Bold" on={on.bold} run={() => editor.chain().focus().toggleBold().run()}>
          <Bold className={icon} aria-hidden />
        </ToolButton>
        <ToolButton name="Italic" on={on.italic} run={() => editor.chain().focus().toggleItalic().run()}>
          <Italic className={icon} aria-hidden />
        </ToolButton>
        {headings && (
          <ToolButton
            name="Heading"
            on={on.heading}
            run={() => editor.chain().focus().toggleHeading({ level: 2 }).run()}
          >
            <Heading className={icon} aria-hidden />
          </ToolButton>
        )}
        <ToolButton name="List" on={on.bullets} run={() => editor.chain().focus().toggleBulletList().run()}>
          <List className={icon} aria-hidden />
        </ToolButton>
        <ToolButton
          name="Numbered list"
          on={on.numbers}
          run={() => editor.chain().focus().toggleOrderedList().run()}
        >
          <ListOrdered className={icon} aria-hidden />
        </ToolButton>
        <ToolButton name="Quote" on={on.quote} run={() => editor.chain().focus().toggleBlockquote().run()}>
          <Quote className={icon} aria-hidden />
        </ToolButton>
        <ToolButton name="Link" on={on.link} run={() => setLinking(true)}>
          <Link2 className={icon} aria-hidden />
        </ToolButton>
        {headings && (
          <ToolButton
            name="Table"
            on={on.table}
            run={() =>
              on.table
                ? editor.chain().focus().deleteTable().run()
                : editor.chain().focus().insertTable({ rows: 3, cols: 3, withHeaderRow: true }).run()
            }
          >
            <Table className={icon} aria-hidden />
          </ToolButton>
        )}
        {onFile && (
          <>
            <ToolButton name={headings ? 'Image or file' : 'Image'} run={() => file.current?.click()}>
              <ImagePlus className={icon} aria-hidden />
            </ToolButton>
            <input
              ref={file}
              type="file"
              accept={headings ? undefined : 'image/*'}
              className="hidden"
              aria-label="Choose an image"
              onChange={(event) => {
                const chosen = event.target.files?.[0];
                if (chosen) onFile(chosen);
                event.target.value = '';
              }}
            />
          </>
        )}
        {on.table && (
          <span className="ruled ml-1 flex items-center gap-2 border-l pl-2 text-xs">
            <button
              type="button"
              className="link-plain"
              onClick={() => editor.chain().focus().addRowAfter().run()}
            >
              + row
            </button>
            <button
              type="button"
              className="link-plain"
              onClick={() => editor.chain().focus().addColumnAfter().run()}
            >
              + column
            </button>
            <button
              type="button"
              className="link-plain"
              onClick={() => editor.chain().focus().deleteRow().run()}
            >
              − row
            </button>
            <button
              type="button"
              className="link-plain"
              onClick={() => editor.chain().focus().deleteColumn().run()}
            >
              − column
            </button>
          </span>
        )}
      </div>
      {linking && <LinkField editor={editor} forums={forums} close={() => setLinking(false)} />}
      {on.loneLink !== null && <LoneLink editor={editor} href={on.loneLink} />}
      {on.card !== null && <ElsewhereField key={on.card} editor={editor} href={on.card} />}
      <AltField key={on.image ?? ''} editor={editor} src={on.image} />
    </>
  );
}
