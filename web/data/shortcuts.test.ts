// @vitest-environment jsdom
import { describe, expect, it } from 'vitest';
import { keyFor, pressed, setShortcuts, shortcutsNow } from './shortcuts';

describe('keys that work by themselves', () => {
  it('are changed one by one, or turned off; keys that are no characters stay', () => {
    expect(keyFor('j', { off: false, changed: {} })).toBe('j');
    expect(keyFor('j', { off: false, changed: { j: 'd' } })).toBe('d');
    expect(keyFor('j', { off: true, changed: { j: 'd' } })).toBeNull();
    expect(keyFor('Ctrl+Enter', { off: true, changed: {} })).toBe('Ctrl+Enter');
    expect(keyFor('Escape', { off: true, changed: {} })).toBe('Escape');
  });
  it('are found where they stand on keyboards of other scripts', () => {
    const key = (text: string, code: string, shiftKey = false) => pressed({ key: text, code, shiftKey });
    expect(key('j', 'KeyC')).toBe('j');
    expect(key('о', 'KeyJ')).toBe('j');
    expect(key('О', 'KeyJ', true)).toBe('J');
    expect(key('٤', 'Digit4')).toBe('4');
    expect(key('Escape', 'Escape')).toBe('Escape');
    expect(key('é', 'Digit2')).toBe('2');
    expect(key('ß', 'Minus')).toBe('ß');
  });
  it('are remembered', () => {
    setShortcuts({ off: true, changed: { j: 'd' } });
    expect(shortcutsNow()).toEqual({ off: true, changed: { j: 'd' } });
    expect(localStorage.getItem('juror-shortcuts')).toContain('"off":true');
  });
});
