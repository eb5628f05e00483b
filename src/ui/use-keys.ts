'use client';
import { useEffect, useRef } from 'react';

/** Keys by their name (`Enter`, `Space`, `Backspace`, or a letter) and what they do. */
export type KeyMap = Record<string, (() => void) | undefined>;

const isEditable = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    /^(TEXTAREA|SELECT)$/u.test(target.tagName) ||
    (target instanceof HTMLInputElement && !['radio', 'checkbox', 'button'].includes(target.type)));

/** Elements that answer Enter and Space themselves. */
const answersItself = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  target.closest('button, a, summary, [role="radio"], [role="option"], [role="dialog"]') !== null;

/**
 * Listens while the component is shown. A held key repeats nothing; keys typed into a field stay there, and what
 * a focused button does by itself is left to it. `letters` false switches single letters off.
 */
export function useKeys(keys: KeyMap, letters = true): void {
  const current = useRef(keys);
  useEffect(() => {
    current.current = keys;
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (event.repeat || event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return;
      const name = event.key === ' ' ? 'Space' : event.key.length === 1 ? event.key.toLowerCase() : event.key;
      const act = current.current[name];
      if (!act || isEditable(event.target)) return;
      if ((name === 'Enter' || name === 'Space') && answersItself(event.target)) return;
      if (name.length === 1 && !letters) return;
      if (document.querySelector('[role="dialog"]')) return;
      event.preventDefault();
      act();
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, [letters]);
}
