import { useEffect, useLayoutEffect, useRef } from 'react';
import { afterPaint } from '../../field/after-paint';
import type { MeasureModel } from './use-measure';

/** A draft that came back from a reload goes on at its end. */
function focusAtEnd(field: HTMLInputElement | null) {
  field?.focus({ preventScroll: true });
  field?.setSelectionRange(field.value.length, field.value.length);
}

/** Digits and signs are meant for the field wherever the focus is, but where something else is typed; a letter on a list chooses there. */
function belongsToField(key: string, target: HTMLElement): boolean {
  if (key === ' ' || target.closest('input, textarea, dialog, [popover]')) return false;
  return target.tagName !== 'SELECT' || /[\d.,+−-]/.test(key);
}

/** A keyboard does everything: digits go to the field, Enter keeps, arrows change the step, Ctrl+Z takes back. */
export function useKeyboard(m: MeasureModel, input: React.RefObject<HTMLInputElement | null>) {
  const model = useRef(m);
  useLayoutEffect(() => {
    model.current = m;
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new step is what calls for the focus
  useLayoutEffect(() => {
    // giving the focus lays the page out by itself: once is enough, and a key pressed before it is taken all the same
    if (input.current !== document.activeElement) void afterPaint().then(() => focusAtEnd(input.current));
    else focusAtEnd(input.current);
  }, [m.hand.at, m.hand.tree, m.ready, input]);
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const now = model.current;
      const target = e.target as HTMLElement;
      const inField = target === input.current || target === document.body;
      if ((e.ctrlKey || e.metaKey) && e.key === 'z' && (inField || !/^(INPUT|SELECT)$/.test(target.tagName))) {
        e.preventDefault();
        return now.undo();
      }
      // in an empty field it asks for the list of keys: it begins no reading
      if (e.ctrlKey || e.metaKey || e.altKey || (e.key === '?' && now.hand.text === '')) return;
      // on a button Enter and space are its own; what is typed goes to the field, also while the focus is still on its way there
      const typed = e.key.length === 1 && !e.isComposing;
      if (!inField && !(typed && belongsToField(e.key, target))) return;
      if (e.key === 'Enter') {
        e.preventDefault();
        now.enter();
      } else if (e.key === 'Escape') now.type('');
      else if (e.key === 'ArrowUp' || e.key === 'ArrowDown') {
        e.preventDefault();
        const at = now.steps.findIndex((s) => s.id === now.hand.at);
        const from = at < 0 ? now.steps.length : at;
        const to = now.steps[from + (e.key === 'ArrowUp' ? -1 : 1)];
        if (to) now.go(to.id);
      } else if (typed) {
        const field = input.current;
        if (!field) return;
        if (target !== field) focusAtEnd(field);
        // at the end of the text a key is what the pad's key is, without the cost of the browser's own editing
        const end = field.value.length;
        if (field.selectionStart !== end || field.selectionEnd !== end || end >= field.maxLength) return;
        e.preventDefault();
        now.type(field.value + e.key);
      }
    };
    document.addEventListener('keydown', onKey);
    return () => document.removeEventListener('keydown', onKey);
  }, [input]);
}
