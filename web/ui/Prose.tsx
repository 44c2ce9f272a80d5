import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { ShownInPlace } from './ShownInPlace';
import { languageOf } from '../../core/text/languageOf';

/** The language of a text in HTML, as far as its script tells. */
const languageOfHtml = (html: string) => languageOf(html.replace(/<[^>]*>|&\w+;/g, ' ')) ?? undefined;

/** Rich text as the server cleaned it, in its language; a link to a forum of the course stays in this page. */
export function Prose({ html, className = '' }: { html: string; className?: string }) {
  const navigate = useNavigate();
  const language = useMemo(() => languageOfHtml(html), [html]);
  const hasCards = html.includes('<figure class="elsewhere">');
  const [drawn, setDrawn] = useState<Element | null>(null);
  return (
    <>
      <div
        // What is put into the cards goes with the text they stand in.
        key={hasCards ? html : undefined}
        ref={hasCards ? setDrawn : undefined}
        lang={language}
        className={`prose-juror ${className}`}
        dangerouslySetInnerHTML={{ __html: html }}
        onClick={(event) => {
          const anchor = (event.target as Element).closest('a');
          const to = anchor?.getAttribute('href') ?? '';
          if (!to.startsWith('/c/') || event.ctrlKey || event.metaKey || event.shiftKey) return;
          event.preventDefault();
          void navigate(to);
        }}
      />
      {hasCards && drawn && <ShownInPlace text={drawn} />}
    </>
  );
}
