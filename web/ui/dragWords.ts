import type { Announcements, DndContextProps } from '@dnd-kit/core';

/**
 * What is said of a drag to who does not see it: names, never ids.
 *
 * @param nameOf what stands under an id
 * @param keys how it is done by keyboard
 * @example <DndContext accessibility={dragWords((id) => titles.get(id) ?? '', 'Press Space …')}>
 */
export function dragWords(
  nameOf: (id: string) => string,
  keys: string,
): NonNullable<DndContextProps['accessibility']> {
  const name = ({ id }: { id: string | number }) => nameOf(String(id));
  const announcements: Announcements = {
    onDragStart: ({ active }) => `${name(active)} is picked up.`,
    onDragOver: ({ active, over }) =>
      over === null ? `${name(active)} is over nothing.` : `${name(active)} is over ${name(over)}.`,
    onDragEnd: ({ active, over }) =>
      over === null ? `${name(active)} stays where it was.` : `${name(active)} is placed at ${name(over)}.`,
    onDragCancel: ({ active }) => `${name(active)} stays where it was.`,
  };
  return { announcements, screenReaderInstructions: { draggable: keys } };
}
