/** The first letters of a name in a circle; decoration beside the name itself. */
export function Initials({ name, staff = false }: { name: string; staff?: boolean }) {
  const words = name.split(/\s+/).filter(Boolean);
  const letters = [words[0], words.length > 1 ? words.at(-1) : '']
    .map((word) => [...(word ?? '')][0] ?? '')
    .join('');
  return (
    <span
      aria-hidden
      data-initials={letters.toLocaleUpperCase()}
      className={`inline-grid before:content-[attr(data-initials)] size-7 shrink-0 place-items-center rounded-full text-xs font-semibold ${staff ? 'bg-primary text-primary-content' : 'bg-base-300 text-base-content'}`}
    />
  );
}
