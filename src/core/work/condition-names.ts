/** What the job decides about a step of the swap, by the build that was chosen. */
export const swapConditions = [
  'length-changes',
  'pad-chosen',
  'sink-chosen',
  'adapter-chosen',
  'case-changes',
] as const;

export const powerKinds = ['cell', 'mains', 'cell-and-mains'] as const;
