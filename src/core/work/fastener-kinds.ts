/** What holds things together. Screws, nuts and posts come out and lie in the bowl; the others stay where they are. */
export const fastenerKinds = ['screw', 'nut', 'post', 'latch', 'twist-tab', 'bent-tab'] as const;
