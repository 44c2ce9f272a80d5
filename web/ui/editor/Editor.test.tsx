// @vitest-environment jsdom
import { cleanup, render, screen, waitFor } from '@testing-library/react';
import { useLayoutEffect } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { textOf } from '../../../core/text/textOf';
import { Editor } from './Editor';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

/** The first that waits for a moment goes here instead: the package does away with an editor that nobody has shown by then. */
function theFirstMomentGoesTo(take: (run: () => void) => void) {
  const inTime = setTimeout;
  let isFirst = true;
  vi.stubGlobal('setTimeout', (run: () => void, after?: number) => {
    if (after !== 1 || !isFirst) return inTime(run, after);
    isFirst = false;
    take(run);
    return 0;
  });
}

/** An editor into which a passage is put as soon as it is there. */
function Quoting({
  onChange,
  onInserted,
  beforeShown,
}: {
  onChange: (text: string) => void;
  onInserted: () => void;
  beforeShown: () => void;
}) {
  useLayoutEffect(beforeShown, [beforeShown]);
  return (
    <Editor
      label="Your reply"
      value={null}
      onChange={(doc) => onChange(JSON.stringify(doc))}
      insert={{ node: textOf('A river in a pipe').content![0]!, n: 1 }}
      onInserted={onInserted}
    />
  );
}

describe('an editor on a machine that is busy', () => {
  const changed = vi.fn();
  const inserted = vi.fn();
  const standsWithThePassage = async (beforeShown: () => void) => {
    changed.mockClear();
    inserted.mockClear();
    render(<Quoting onChange={changed} onInserted={inserted} beforeShown={beforeShown} />);
    await waitFor(() => expect(screen.getByRole('textbox').textContent).toBe('A river in a pipe'));
    expect(changed.mock.lastCall?.[0]).toContain('A river in a pipe');
    expect(inserted).toHaveBeenCalledTimes(1);
  };

  it('takes what is put into it where it is shown in time', () => standsWithThePassage(() => undefined));
  it('stands where it was taken away between being drawn and being shown', async () => {
    const putOff: (() => void)[] = [];
    theFirstMomentGoesTo((run) => putOff.push(run));
    await standsWithThePassage(() => putOff.splice(0).forEach((run) => run()));
  });
  it('stands where it was taken away before it was drawn', async () => {
    theFirstMomentGoesTo((run) => run());
    await standsWithThePassage(() => undefined);
  });
});
