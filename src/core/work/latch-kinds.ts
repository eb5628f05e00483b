/** How a cable is held, and so how it comes off. */
export const latchKinds = ['plug', 'flip', 'slide', 'lift', 'coax', 'header'] as const;
