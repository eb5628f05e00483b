/** What goes into a place, as people say it: the sizes of modules, disks by their width, cards. */
export const placeForms = [
  '2230',
  '2242',
  '2260',
  '2280',
  '22110',
  '1.8-inch',
  '2.5-inch',
  '3.5-inch',
  'card',
] as const;
export type PlaceForm = (typeof placeForms)[number];
