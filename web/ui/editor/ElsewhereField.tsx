import type { Editor } from '@tiptap/react';
import { useState } from 'react';
import { hostOf } from '../../../contract/elsewhereNode';

/** The link that stands alone in the paragraph of the cursor, with where the paragraph is; null where there is none. */
export function loneLink(editor: Editor): { readonly href: string; readonly text: string } | null {
  const { $from, empty } = editor.state.selection;
  const { parent } = $from;
  if (!empty || $from.depth !== 1 || parent.type.name !== 'paragraph' || parent.childCount !== 1) return null;
  const only = parent.child(0);
  const href = only.marks.find(({ type }) => type.name === 'link')?.attrs.href as string | undefined;
  return href !== undefined && /^https?:\/\/\S+$/i.test(href) ? { href, text: only.text ?? '' } : null;
}

/** Makes a card of the link on its own line, to be shown in place. */
export function makeCard(editor: Editor, { href, text }: { href: string; text: string }): void {
  const { $from } = editor.state.selection;
  const title = /^https?:\/\//i.test(text) || text === href ? '' : text.slice(0, 200);
  const at = $from.before();
  editor
    .chain()
    .focus()
    .insertContentAt(
      { from: at, to: $from.after() },
      { type: 'elsewhere', attrs: { href, title, description: '' } },
    )
    .setNodeSelection(at)
    .run();
}

/** Offers to show the link at the cursor in place. */
export function LoneLink({ editor, href }: { editor: Editor; href: string }) {
  return (
    <p className="ruled flex flex-wrap items-center gap-x-3 border-b px-3 py-1.5 text-sm">
      <span className="quiet min-w-0 truncate">A link to {hostOf(href)} on its own line.</span>
      <button
        type="button"
        className="link-plain"
        onMouseDown={(event) => event.preventDefault()}
        onClick={() => {
          const link = loneLink(editor);
          if (link) makeCard(editor, link);
        }}
      >
        Make a card of it
      </button>
    </p>
  );
}

/** What the marked card is called, and what describes it. */
export function ElsewhereField({ editor, href }: { editor: Editor; href: string }) {
  const [typed, setTyped] = useState(() => {
    const { title, description } = editor.getAttributes('elsewhere') as Record<string, string>;
    return { title: title ?? '', description: description ?? '' };
  });
  const change = (patch: Partial<typeof typed>) => {
    setTyped({ ...typed, ...patch });
    editor.commands.updateAttributes('elsewhere', patch);
  };
  return (
    <div className="ruled space-y-1.5 border-b px-3 py-2 text-sm">
      <label className="flex items-center gap-2">
        <span className="w-24 shrink-0">What it is</span>
        <input
          className="input input-sm grow"
          placeholder={hostOf(href)}
          maxLength={200}
          value={typed.title}
          onChange={({ target }) => change({ title: target.value })}
        />
      </label>
      <label className="flex items-start gap-2">
        <span className="w-24 shrink-0 pt-1.5">Description or transcript</span>
        <textarea
          className="textarea textarea-sm min-h-9 grow leading-snug"
          rows={2}
          maxLength={50_000}
          placeholder="For people who cannot see or hear it, or cannot open it"
          value={typed.description}
          onChange={({ target }) => change({ description: target.value })}
        />
      </label>
      <p className="quiet flex flex-wrap gap-x-3">
        Readers see a card; where your institution allows the site, they can open it in place.
        <button
          type="button"
          className="link-plain"
          onClick={() =>
            editor
              .chain()
              .focus()
              .insertContent({
                type: 'paragraph',
                content: [
                  { type: 'text', text: typed.title || href, marks: [{ type: 'link', attrs: { href } }] },
                ],
              })
              .run()
          }
        >
          Make it a plain link
        </button>
      </p>
    </div>
  );
}
