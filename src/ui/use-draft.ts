'use client';
import { useState } from 'react';

/** Storage may be switched off; then a draft lives as long as its screen. */
const stored = (key: string): string => {
  try {
    return sessionStorage.getItem(key) ?? '';
  } catch {
    return '';
  }
};

/**
 * What is being typed under this name, kept in this window until it is emptied: neither a closed dialog, nor another screen, nor loading
 * the page anew lets it go. It begins with what is kept, and `start` behind it.
 */
export function useDraft(name: string, start = ''): [string, (text: string) => void] {
  const key = `draft ${name}`;
  const [text, setText] = useState(() => stored(key) + start);
  return [
    text,
    (next) => {
      setText(next);
      try {
        if (next === '') sessionStorage.removeItem(key);
        else sessionStorage.setItem(key, next);
      } catch {
        // It lives as long as its screen then.
      }
    },
  ];
}
