/** Words with a capital at their start, for a label made of a name. */
export const capital = (words: string) => words.charAt(0).toUpperCase() + words.slice(1);
