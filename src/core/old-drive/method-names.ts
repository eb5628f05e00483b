/** Ways to wipe a drive: what the drive does by itself at a command, and overwriting all that can be addressed. */
export const wipeMethods = ['overwrite', 'nvme-format', 'nvme-sanitize', 'ata-erase'] as const;
export type WipeMethod = (typeof wipeMethods)[number];
