// @vitest-environment jsdom
import { act, cleanup, configure, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import type { RichNode } from '../../../core/text/richText';
import { focusEditorIn, RichEditor } from './RichEditor';

// The editor is fetched when it is wanted.
configure({ asyncUtilTimeout: 20_000 });
afterEach(cleanup);
// Nothing is laid out here; where the caret is does not matter.
const ofRanges = { getClientRects: () => [], getBoundingClientRect: () => new DOMRect() };
beforeAll(() => Object.assign(Range.prototype, ofRanges));
afterAll(() => Object.keys(ofRanges).forEach((name) => Reflect.deleteProperty(Range.prototype, name)));

/** A remark as its place keeps it. */
function Remark({ autoFocus = false }: { autoFocus?: boolean }) {
  const [value, setValue] = useState<RichNode | null>(null);
  return (
    <div id="remark">
      <RichEditor label="Remark" value={value} onChange={setValue} autoFocus={autoFocus} />
    </div>
  );
}

const field = () => screen.getByRole('textbox', { name: 'Remark' });
const isThere = () => screen.findByRole('button', { name: 'Bold' });

describe('an editor', () => {
  it('is gone to by key while it is still to come; it has the focus until then and after, and what was typed', async () => {
    render(<Remark />);
    const waiting = field();
    act(() => focusEditorIn('#remark'));
    expect(document.activeElement).toBe(waiting);
    fireEvent.change(waiting, { target: { value: 'njk and so on' } });
    await isThere();
    expect(field().textContent).toBe('njk and so on');
    await waitFor(() => expect(document.activeElement).toBe(field()));
  });

  it('is gone to by key once it is there', async () => {
    render(<Remark autoFocus />);
    await isThere();
    act(() => field().blur());
    act(() => focusEditorIn('#remark'));
    expect(document.activeElement).toBe(field());
  });
});
