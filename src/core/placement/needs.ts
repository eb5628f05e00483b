/** What an item asks of the store that it starts from: the quick drive, any that it can start from, or nothing while it rests. */
export const needs = ['fast', 'any', 'archive'] as const;

export const mostItems = 2000;
