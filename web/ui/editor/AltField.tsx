import type { Editor } from '@tiptap/react';
import { useState } from 'react';

/** Asks what the image shows that is marked in the text, for who does not see it. */
export function AltField({ editor, src }: { editor: Editor; src: string | null }) {
  const [alt, setAlt] = useState(() => (editor.getAttributes('image').alt as string | null) ?? '');
  if (src === null) return null;
  return (
    <label className="ruled flex items-center gap-2 border-b px-2 py-1.5 text-sm">
      <span className="shrink-0">What does the image show?</span>
      <input
        className="input input-sm grow"
        placeholder="Describe the picture for people who cannot see it; leave empty if it only decorates"
        maxLength={500}
        value={alt}
        onChange={({ target }) => {
          setAlt(target.value);
          editor.commands.updateAttributes('image', { alt: target.value });
        }}
        onKeyDown={(event) => {
          if (event.key !== 'Enter' && event.key !== 'Escape') return;
          event.preventDefault();
          event.stopPropagation();
          editor.chain().focus().setTextSelection(editor.state.selection.to).run();
        }}
      />
    </label>
  );
}
