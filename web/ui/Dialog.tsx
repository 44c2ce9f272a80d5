import { X } from 'lucide-react';
import { useEffect, useRef, type ReactNode } from 'react';
import { createPortal } from 'react-dom';

/** A dialog over the page; Esc and the cross close it, and the focus goes back to where it was. */
export function Dialog({
  title,
  onClose,
  children,
  wide = false,
}: {
  title: string;
  onClose: () => void;
  children: ReactNode;
  wide?: boolean;
}) {
  const ref = useRef<HTMLDialogElement>(null);
  const cross = useRef<HTMLButtonElement>(null);
  const content = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const dialog = ref.current!;
    if (dialog.open) return;
    dialog.showModal();
    // The field the dialog names, else its first, rather than the cross; unless the dialog has seen to that itself.
    if (document.activeElement === cross.current)
      ['[data-begin-here]', 'input, select, textarea']
        .map((which) => content.current!.querySelector<HTMLElement>(which))
        .find((found) => found !== null)
        ?.focus();
  }, []);
  // In the body, so that it takes nothing from the place it is opened in.
  return createPortal(
    <dialog ref={ref} className="modal" aria-label={title} onClose={onClose}>
      <div className={`modal-box raised ${wide ? 'max-w-3xl' : 'max-w-md'}`}>
        <div className="flex items-start justify-between gap-4">
          <h2 className="text-lg">{title}</h2>
          <form method="dialog">
            <button ref={cross} className="btn btn-ghost btn-sm btn-square" aria-label="Close">
              <X className="size-4" aria-hidden />
            </button>
          </form>
        </div>
        <div ref={content} className="mt-3">
          {children}
        </div>
      </div>
      <form method="dialog" className="modal-backdrop">
        <button tabIndex={-1} aria-hidden>
          close
        </button>
      </form>
    </dialog>,
    document.body,
  );
}
