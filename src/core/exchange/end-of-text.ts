const [quote, backslash] = ['"', 92];

/** Where the text in quotes ends that begins before `from`: the place of its closing quote, or the length where there is none (RFC 8259, section 7). */
export function endOfText(json: string, from: number): number {
  for (let at = json.indexOf(quote, from); at >= 0; at = json.indexOf(quote, at + 1)) {
    let slashes = 0;
    while (at - slashes > from && json.charCodeAt(at - 1 - slashes) === backslash) slashes += 1;
    if (slashes % 2 === 0) return at;
  }
  return json.length;
}
