import { routes } from '@/app/api-route';
import { readPicture } from '@/app/read-picture';
import { refuse } from '@/core/result';
import { addPicture, getRuntime } from '@/server';

/** Corners as the address brings them, or what is no list of corners, to be refused with the rest of the form. */
function cornersIn(text: string | null): unknown {
  if (text === null) return undefined;
  const numbers = text.split(',').map(Number);
  if (numbers.length !== 8) return text;
  return [0, 2, 4, 6].map((i) => ({ x: numbers[i], y: numbers[i + 1] }));
}

/** Takes a photo of a device; with `acrossMm` and `downMm` that of a face, straightened by its corners (`corners=x,y` four times, shares, from the upper left clockwise). Answers with its sum, by which a map or a figure names it. */
export const { GET, POST, PUT, PATCH, DELETE } = routes(
  {
    POST: async (ask) => {
      const picture = await readPicture(ask);
      if (!picture.ok) return picture;
      if (picture.value.length === 0)
        return refuse('form', 'There is no picture in this.', 'Send the file of a photo.');
      const said = ask.url.searchParams;
      const isFace = said.has('acrossMm') || said.has('downMm') || said.has('corners');
      const face = {
        acrossMm: said.get('acrossMm') ?? '',
        downMm: said.get('downMm') ?? '',
        corners: cornersIn(said.get('corners')),
      };
      return addPicture(getRuntime(), { face: isFace ? face : null }, picture.value);
    },
  },
  'photo',
);
