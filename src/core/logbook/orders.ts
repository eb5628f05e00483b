/** How lines of the logbook are put in order, and which of them. */
export const sorts = ['newest', 'oldest', 'owner', 'device'] as const;
export const states = ['all', 'open', 'through'] as const;

export const linesOnPage = 50;
