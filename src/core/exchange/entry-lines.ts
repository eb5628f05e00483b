const [newline, quote, backslash, comma] = [10, 34, 92, 44];
const opens = new Set([91, 123]);
const closes = new Set([93, 125]);
const blank = new Set([9, 10, 13, 32, 0xfeff]);

/**
 * The line of the text on which each entry of a JSON list begins, counted from 1; the first line of what is no list. Text in quotes
 * does not count. It only looks at brackets: the text was parsed before.
 */
export function entryLines(json: string): number[] {
  const lines: number[] = [];
  // Entries of a list lie one bracket deep; anything else is one entry.
  const atDepth = json.trimStart().replace('\uFEFF', '').startsWith('[') ? 1 : 0;
  let [depth, line, quoted, waits] = [0, 1, false, atDepth === 0];
  for (let i = 0; i < json.length; i += 1) {
    const mark = json.charCodeAt(i);
    if (mark === newline) line += 1;
    if (quoted) {
      if (mark === backslash) i += 1;
      else if (mark === quote) quoted = false;
      continue;
    }
    if (blank.has(mark)) continue;
    if (waits && depth === atDepth && !closes.has(mark)) {
      lines.push(line);
      waits = false;
    }
    if (mark === quote) quoted = true;
    else if (opens.has(mark)) {
      depth += 1;
      if (depth === 1 && atDepth === 1 && lines.length === 0) waits = true;
    } else if (closes.has(mark)) depth -= 1;
    else if (mark === comma && depth === 1 && atDepth === 1) waits = true;
  }
  return lines;
}
