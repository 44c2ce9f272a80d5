import { Play, X } from 'lucide-react';
import { useMemo, useState } from 'react';
import { createPortal } from 'react-dom';
import { useShownHosts } from '../data/session';

/** Scripts of its own and nothing of ours: what is shown stands under the address of its host, and cannot lead this page elsewhere. */
const SANDBOX = 'allow-scripts allow-same-origin allow-presentation';

interface Card {
  readonly figure: Element;
  readonly href: string;
  readonly name: string;
}

/** The cards of a text whose hosts are allowed. */
function cardsIn(text: Element, hosts: readonly string[]): Card[] {
  return [...text.querySelectorAll('figure.elsewhere')].flatMap((figure) => {
    const link = figure.querySelector('a');
    if (!link || link.origin === location.origin || !hosts.includes(link.origin)) return [];
    return [{ figure, href: link.href, name: link.textContent ?? '' }];
  });
}

/** The way to have something shown in its place; nothing of it is asked for before. */
function Shown({ card }: { card: Card }) {
  const [isShown, setShown] = useState(false);
  return (
    <div className="show">
      <button
        type="button"
        className="btn btn-sm raised ruled no-print h-8 font-sans"
        aria-expanded={isShown}
        onClick={() => setShown(!isShown)}
      >
        {isShown ? <X className="size-4" aria-hidden /> : <Play className="size-4" aria-hidden />}
        {isShown ? 'Hide' : 'Show here'}
        <span className="sr-only">: {card.name}</span>
      </button>
      {isShown && (
        <iframe
          src={card.href}
          title={card.name}
          sandbox={SANDBOX}
          allow="fullscreen"
          referrerPolicy="no-referrer"
          className="no-print"
        />
      )}
    </div>
  );
}

/** Puts into the cards of a drawn text, where the administrator allows their hosts, what shows their material in place. */
export function ShownInPlace({ text }: { text: Element }) {
  const hosts = useShownHosts();
  const cards = useMemo(() => cardsIn(text, hosts), [text, hosts]);
  return cards.map((card, index) =>
    createPortal(<Shown card={card} />, card.figure, `${index} ${card.href}`),
  );
}
