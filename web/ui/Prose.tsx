import { useNavigate } from 'react-router';

/** Rich text as the server cleaned it; a link to a forum of the course stays in this page. */
export function Prose({ html, className = '' }: { html: string; className?: string }) {
  const navigate = useNavigate();
  return (
    <div
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
  );
}
