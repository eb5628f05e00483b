import type { Protocol } from './drive';
import type { DockCase } from './dock-case';

/** The cases that take a drive of this kind and are there, the quickest first; all that are there where none is chosen yet. */
export const casesFor = (cases: DockCase[], protocol: Protocol | null): DockCase[] =>
  cases
    .filter(({ takes, onShelf }) => onShelf > 0 && (protocol === null || takes.includes(protocol)))
    .sort((a, b) => b.rateBytesPerS - a.rateBytesPerS);
