import { endOfText } from './end-of-text';

const [newline, space, quote, comma, byteOrderMark] = [10, 32, 34, 44, 0xfeff];
const [openList, closeList, openObject, closeObject] = [91, 93, 123, 125];

/**
 * The line of the text on which each entry of a JSON list begins, counted from 1; the first line of what is no list. Text in quotes
 * does not count. It only looks at brackets: the text was parsed before.
 */
export function entryLines(json: string): number[] {
  const lines: number[] = [];
  // Entries of a list lie one bracket deep; anything else is one entry.
  const atDepth = json.trimStart().replace('\uFEFF', '').startsWith('[') ? 1 : 0;
  let [depth, line, waits] = [0, 1, atDepth === 0];
  for (let i = 0; i < json.length; i += 1) {
    const mark = json.charCodeAt(i);
    if (mark === newline) line += 1;
    if (mark <= space || mark === byteOrderMark) continue;
    const isClosing = mark === closeList || mark === closeObject;
    if (waits && depth === atDepth && !isClosing) {
      lines.push(line);
      waits = false;
    }
    if (mark === quote) i = endOfText(json, i + 1);
    else if (mark === openList || mark === openObject) {
      depth += 1;
      if (depth === 1 && atDepth === 1 && lines.length === 0) waits = true;
    } else if (isClosing) depth -= 1;
    else if (mark === comma && depth === 1 && atDepth === 1) waits = true;
  }
  return lines;
}
