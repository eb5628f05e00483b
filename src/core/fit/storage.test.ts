import { missing } from '../margin';
import { profile } from './demo.test.data';
import { storageOf } from '.';

describe('all places of a device together', () => {
  it('come to the largest of soldered and bay, the soldered one within what it is sold with', () => {
    const { places, totalGB } = storageOf(profile('quenlo-atrium'));
    expect(places.map(({ place: { id }, atMostGB }) => [id, atMostGB.known && atMostGB.value])).toEqual([
      ['soldered', 900],
      ['bay', 8000],
    ]);
    // 800 to 900 are soldered in: 900 + 8000 at most, 800 + 8000 with the smaller store.
    expect(totalGB).toMatchObject({ known: true, value: 8900, minus: 100, plus: 0 });
    expect(places.map(({ keeps }) => keeps !== null)).toEqual([true, true]);
  });

  it('are not known together where one of them is not', () => {
    const atrium = profile('quenlo-atrium');
    const places = atrium.places.map((place) =>
      place.id === 'bay'
        ? {
            ...place,
            limits: { ...place.limits, capacityToGB: missing('the largest size', 'Ask the maker.') },
          }
        : place,
    );
    expect(storageOf({ places }).totalGB).toMatchObject({ known: false });
  });
});
