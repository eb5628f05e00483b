const plain = (label: string) => label.toUpperCase().replace(/[\s‐-―-]+/gu, '');

/** Whether what was typed is a label, such as KV-2207: with the hyphen or without it, for it is read off the thing and not off a screen. */
export const isLabel = (typed: string, label: string): boolean => plain(typed) === plain(label);
