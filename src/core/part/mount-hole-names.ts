/** Sets of threads of a disk in its case, by side and position (SFF-8201 for 2.5-inch, SFF-8301 for 3.5-inch). Large disks leave the middle ones out. */
export const mountHoles = ['sides outer', 'sides middle', 'bottom outer', 'bottom middle'] as const;
