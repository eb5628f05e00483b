import type { Verdict } from '@/core/margin';

/** A verdict in a word; never told by colour alone. */
export const verdictWord: Record<Verdict, string> = {
  clear: 'clear',
  tight: 'tight',
  over: 'over',
  unknown: 'not known',
};

export const verdictText: Record<Verdict, string> = {
  clear: 'text-clear',
  tight: 'text-tight',
  over: 'text-over',
  unknown: 'text-soft',
};
