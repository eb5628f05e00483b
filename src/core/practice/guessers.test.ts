import { dumb, share } from './guessers.test.data';

it.each(
  Object.entries(dumb).flatMap(([name, guess]) =>
    ([1, 2, 3] as const).map((level) => [name, level, guess] as const),
  ),
)('who picks %s gains nothing over chance (level %s)', (_name, level, guess) => {
  for (const mistaken of [false, true]) {
    const { right, chance } = share(guess, level, mistaken);
    expect(right).toBeLessThan(chance * 1.1);
  }
});
