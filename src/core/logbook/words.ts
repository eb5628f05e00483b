/** Each word of what was typed, lower case; ten at most, so that nothing that is pasted asks for a thousand. */
export const wordsAsked = (q: string): string[] => q.toLowerCase().split(/\s+/u).filter(Boolean).slice(0, 10);
