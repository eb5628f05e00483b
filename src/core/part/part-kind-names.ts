/** Kinds of parts, in the order in which a catalogue lists them. */
export const partKinds = ['drive', 'heatsink', 'pad', 'adapter', 'case'] as const;
