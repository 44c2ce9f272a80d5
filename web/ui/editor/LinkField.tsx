import type { Editor } from '@tiptap/react';
import { useState } from 'react';
import { Menu } from '../Menu';

/** A forum as a link leads to it. */
export interface ForumLink {
  readonly address: string;
  readonly title: string;
}

/** Sets the address a piece of text leads to. */
export function LinkField({
  editor,
  forums,
  close,
}: {
  editor: Editor;
  forums: readonly ForumLink[];
  close: () => void;
}) {
  const [address, setAddress] = useState((editor.getAttributes('link').href as string | undefined) ?? '');
  const apply = () => {
    const href = address.trim();
    const chain = editor.chain().focus().extendMarkRange('link');
    if (href === '') chain.unsetLink().run();
    else chain.setLink({ href: /^(https?:|mailto:|\/c\/)/i.test(href) ? href : `https://${href}` }).run();
    close();
  };
  /** A forum is linked by what it is, not by its name: the link goes on working when the title changes. */
  const toForum = (forum: ForumLink) => {
    const chain = editor.chain().focus().extendMarkRange('link');
    if (editor.state.selection.empty && !editor.isActive('link'))
      chain
        .insertContent({
          type: 'text',
          text: forum.title,
          marks: [{ type: 'link', attrs: { href: forum.address } }],
        })
        .run();
    else chain.setLink({ href: forum.address }).run();
    close();
  };
  return (
    <div className="ruled flex items-center gap-2 border-b px-2 py-1.5">
      <input
        className="input input-sm grow"
        aria-label="Address of the link"
        placeholder="https://"
        value={address}
        autoFocus
        onChange={(event) => setAddress(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Enter') {
            event.preventDefault();
            apply();
          }
          if (event.key === 'Escape') close();
        }}
      />
      <button type="button" className="btn btn-sm" onClick={apply}>
        Set link
      </button>
      {forums.length > 0 && (
        <Menu
          button="Link to a forum"
          label="Link to a forum"
          className="btn btn-sm"
          at="end"
          width="w-72"
          entries={forums.map((forum) => ({
            key: forum.address,
            label: forum.title,
            act: () => toForum(forum),
          }))}
        />
      )}
    </div>
  );
}
