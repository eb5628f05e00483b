/** Bytes to put somewhere: what they are, for lists and manifests, and their offset from the start of the whole. */
export type Write = { what: string; offset: number; bytes: Uint8Array };
