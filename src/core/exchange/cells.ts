import { endOfText } from './end-of-text';

const quote = 34;
const [openList, closeList, openObject, closeObject] = [91, 93, 123, 125];

const plainNumber = /^-?\d+(\.\d+)?(e[+-]?\d+)?$/iu;

/**
 * A cell as it is written to a table: text that a spreadsheet would take for a formula gets an apostrophe before it
 * (OWASP, CSV injection), and so does text that begins with one, so that reading back loses nothing.
 */
export const guardCell = (text: string): string =>
  /^[=+\-@\t\r']/u.test(text) && !plainNumber.test(text) ? `'${text}` : text;

/** The text of a cell again: takes off the apostrophe that `guardCell` put there. */
export const unguardCell = (cell: string): string => (/^'[=+\-@\t\r']/u.test(cell) ? cell.slice(1) : cell);

/** How deep JSON is nested, without parsing it; text in quotes does not count. Stops counting at `most` + 1. */
export function nestingDepth(json: string, most: number): number {
  let depth = 0;
  let deepest = 0;
  for (let i = 0; i < json.length; i += 1) {
    const mark = json.charCodeAt(i);
    if (mark === quote) i = endOfText(json, i + 1);
    else if (mark === openList || mark === openObject) {
      depth += 1;
      if (depth > deepest) deepest = depth;
      if (deepest > most) return deepest;
    } else if (mark === closeList || mark === closeObject) depth -= 1;
  }
  return deepest;
}
