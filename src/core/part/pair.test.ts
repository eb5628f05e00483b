import { drive } from '../fit/demo.test.data';
import { countOf, pairOf, singleId } from '.';

it('two of a card are both sizes, both prices and both draws, and as quick as one', () => {
  const card = { ...drive('lindrel-shell-128'), onShelf: 3 };
  const pair = pairOf(card);
  expect(pair).toMatchObject({
    labelGB: 256,
    price: { minor: 2 * card.price.minor },
    onShelf: 1,
    readBytesPerS: card.readBytesPerS,
    peakPowerW: { value: 2 * (card.peakPowerW?.value ?? NaN) },
  });
  expect([countOf(card), countOf(pair), singleId(pair.id), singleId(card.id)]).toEqual([1, 2, card.id, null]);
  expect(pairOf(card)).toBe(pair);
});
