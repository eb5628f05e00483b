/** From worst to best. */
export const verdicts = ['over', 'unknown', 'tight', 'clear'] as const;
