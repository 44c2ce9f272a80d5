import { Node } from '@tiptap/core';

/** A sound, a video or another file in a text: uploaded to Juror, shown in place or offered for download. */
export const MediaNode = Node.create({
  name: 'media',
  group: 'block',
  atom: true,
  addAttributes: () => ({ src: { default: '' }, kind: { default: 'document' }, name: { default: '' } }),
  parseHTML: () => [],
  renderHTML({ node }) {
    const { src, kind, name } = node.attrs as { src: string; kind: string; name: string };
    if (kind === 'audio') return ['audio', { src, controls: '', preload: 'metadata', title: name }];
    if (kind === 'video') return ['video', { src, controls: '', preload: 'metadata', title: name }];
    return ['p', ['a', { href: src, download: name, class: 'file-link' }, name]];
  },
});
