import { cleanup, render, screen } from '@testing-library/react';
import type { Item, PlacementQuestion } from '@/core/placement';
import { AnswerCard } from './answer-card';

afterEach(cleanup);

const item = (id: string): Item => ({
  id,
  name: id,
  kind: '',
  bytes: 1e9,
  usesPerWeek: 1,
  needs: 'any',
  now: null,
  pinned: null,
});
const ask = (count: number): PlacementQuestion => ({
  items: Array.from({ length: count }, (_, i) => item(`t${i}`)),
  stores: [
    { id: 'drive', name: 'drive', roomBytes: 1e12, runs: 'all', readBytesPerS: 1e9, writeBytesPerS: 1e9 },
  ],
  fetchBytesPerS: 1e7,
});

it.each([
  [2, { leastS: 100, isExact: true }, false, 'No placement comes to less.'],
  [2, { leastS: 98, isExact: false }, true, 'The best could be 2.0 % less; it is still looked for.'],
  [
    2,
    { leastS: 98, isExact: false },
    false,
    'The best could be 2.0 % less: whether there is such a one is not known.',
  ],
  [2, { leastS: 99.95, isExact: false }, false, 'The best could be less than 0.1 % less: whether'],
  [
    61,
    { leastS: 50, isExact: false },
    false,
    'The best could be 50.0 % less: more than 60 things are not tried',
  ],
])('of %i things, %j, looked for %s: %s', (count, known, isLookedFor, words) => {
  const question = ask(count);
  const placed = Object.fromEntries(question.items.map(({ id }) => [id, 'drive']));
  render(
    <AnswerCard
      question={question}
      placement={{ placed, waitingS: 100, ...known }}
      isWorking={false}
      isLookedFor={isLookedFor}
      options={{ locale: 'en' }}
    />,
  );
  screen.getByText(words, { exact: false });
});
