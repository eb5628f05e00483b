import type { SwitchedOn } from './switched-on';

/** What a person sees of a device that was switched on, in words: pictures of a dead start, the gravest first. */
export const firstLooks: Readonly<Record<string, { words: string; outcome: SwitchedOn['outcome'] }>> =
  Object.freeze({
    dark: { words: 'dark, no sound', outcome: 'dark' },
    'dark-with-sound': { words: 'dark, but fan or sound', outcome: 'dark' },
    'goes-out': { words: 'goes out again after a second', outcome: 'dark' },
    'keeps-restarting': { words: 'starts, goes out and starts again', outcome: 'does-not-finish' },
    'picture-wrong': { words: 'a picture with lines, or of wrong colours', outcome: 'does-not-finish' },
    'sign-stays': { words: 'the maker’s sign stays', outcome: 'does-not-finish' },
    'no-storage': { words: 'says that there is no storage', outcome: 'no-start-device' },
    'not-accepted': { words: 'says that the drive is not accepted', outcome: 'no-start-device' },
    'nothing-to-start': { words: 'says that there is nothing to start from', outcome: 'no-start-device' },
    'asks-format': { words: 'asks to format the drive', outcome: 'no-start-device' },
    'asks-key': { words: 'asks for a recovery key', outcome: 'does-not-finish' },
    started: { words: 'it starts', outcome: 'started' },
  });
