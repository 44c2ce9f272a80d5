import type { Editor } from '@tiptap/react';
import { uploadFile } from '../../data/api';
import { newId } from '../../data/newId';
import { warnOfRoom } from '../files/warnOfRoom';
import { orSayWhyNot } from '../sayWhyNot';

/** Uploads a file and puts it into the text: an image as one, so that it can be said what it shows, anything else as a file. */
export const addToText = (editor: Editor, course: string, file: File): Promise<boolean> =>
  orSayWhyNot(async () => {
    const sent = await uploadFile(course, newId(), file);
    const { address: src, kind, name } = sent;
    warnOfRoom(sent);
    // Whoever has closed the text meanwhile does not want the file in it any more.
    if (editor.isDestroyed) return;
    if (kind !== 'image') {
      editor.chain().focus().insertContent({ type: 'media', attrs: { src, kind, name } }).run();
      return;
    }
    editor.chain().focus().setImage({ src, alt: '' }).run();
    // Marked, so that it can be said what it shows.
    editor.state.doc.descendants((node, at) => {
      if (node.type.name === 'image' && node.attrs.src === src) editor.commands.setNodeSelection(at);
    });
  });
