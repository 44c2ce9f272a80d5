import { useEffect, useState } from 'react';
import type { Suggested } from './mentions';

/** Who is meant by what is typed after an @. */
export function Suggestions({ id, suggested }: { id: string; suggested: Suggested }) {
  const { people, at, rect, choose } = suggested;
  const [place, setPlace] = useState(rect);
  useEffect(() => {
    const move = () => setPlace(rect());
    move();
    addEventListener('scroll', move, { passive: true, capture: true });
    return () => removeEventListener('scroll', move, { capture: true });
  }, [rect]);
  const left = Math.max(8, Math.min(place?.left ?? 0, innerWidth - 270));
  const isLow = (place?.bottom ?? 0) > innerHeight - 300;
  return (
    <ul
      id={id}
      role="listbox"
      aria-label="People who can be mentioned"
      className="raised ruled rounded-box fixed z-50 w-64 border py-1 shadow-lg"
      style={
        isLow
          ? { left, bottom: innerHeight - (place?.top ?? 0) + 4 }
          : { left, top: (place?.bottom ?? 0) + 4 }
      }
    >
      {people.map((person, index) => (
        <li
          key={person.id}
          id={`${id}-${index}`}
          role="option"
          aria-selected={index === at}
          className={`cursor-pointer px-3 py-1 ${index === at ? 'bg-river-wash' : ''}`}

          onMouseDown={(event) => {
            event.preventDefault();
            choose(person);
          }}
        >
          {person.name}
        </li>
      ))}
    </ul>
  );
}
