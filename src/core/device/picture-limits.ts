/** The file of a device profile with the photos of its map, bytes; more is none. */
export const mostProfileFileBytes = 10 * 1024 * 1024;
