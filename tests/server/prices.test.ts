import { exportPrices, findParts, importParts, importPrices, pricesOf, putPart, rankedView } from '@/server';
import { type Workshop, openWorkshop } from './workshop';

let workshop: Workshop;
beforeAll(async () => {
  workshop = await openWorkshop();
});
afterAll(() => workshop.close());

const marl = 'ostrel-marl-2000';
const list = (...lines: string[]) => ['id;price;currency;seller;date;stock', ...lines].join('\n');
const note = async (text: string, commit = true) => {
  const done = await importPrices(workshop.runtime, { text, commit });
  if (!done.ok) throw new Error(done.fault.sentence);
  return done.value;
};
const priceNow = async () => {
  const [part] = await findParts(workshop.runtime.database, [marl]);
  return (
    part && { minor: part.price.minor, day: part.priceDate, seller: part.seller, stock: part.stockElsewhere }
  );
};
const today = () => workshop.runtime.now().toISOString().slice(0, 10);
const daysAgo = (days: number) =>
  new Date(workshop.runtime.now().getTime() - days * 86_400_000).toISOString().slice(0, 10);

it('a price list is looked at first; then every price is kept, and the newest stands with the part', async () => {
  const text = list(
    `${marl};120,00;EUR;Quay;${daysAgo(1)};4`,
    `${marl};110.00;EUR;Stores;${today()};9`,
    `${marl};99;EUR;Quay;${daysAgo(90)};`,
  );
  const before = await priceNow();
  expect(await note(text, false)).toMatchObject({ good: 3, changedIds: 1, imported: false });
  expect(await priceNow()).toEqual(before);
  expect(await note(text)).toMatchObject({ imported: true });
  expect(await priceNow()).toEqual({ minor: 11_000, day: today(), seller: 'Stores', stock: 9 });
  const kept = await pricesOf(workshop.runtime.database, marl);
  expect(kept.slice(0, 2).map(({ price, seller }) => [price.minor, seller])).toEqual([
    [11_000, 'Stores'],
    [12_000, 'Quay'],
  ]);
  // Brought in again it is the same list, and an older one changes nothing about the part.
  await note(text);
  expect(await pricesOf(workshop.runtime.database, marl)).toHaveLength(kept.length);
  await note(list(`${marl};1;EUR;Old;${daysAgo(200)};1`));
  expect((await priceNow())?.minor).toBe(11_000);
});

it('nothing of a list goes in while one line is wrong; the line is the file’s own', async () => {
  const before = await exportPrices(workshop.runtime);
  const faulty = list(
    `"${marl}";50;EUR;"Quay\nand Sons";${today()};`,
    '',
    'nobody;50;EUR;;;',
    `${marl};dear;EUR;;;`,
  );
  const { faults, imported } = await note(faulty);
  expect(imported).toBe(false);
  // Heading 1, a line that goes over two 2, an empty one 4.
  expect(faults.map(({ row, column }) => [row, column])).toEqual([
    [5, 'id'],
    [6, 'price'],
  ]);
  expect(await exportPrices(workshop.runtime)).toBe(before);
  expect(await importPrices(workshop.runtime, { text: 'a;b\n1;2' })).toMatchObject({
    ok: false,
    fault: { code: 'no-table' },
  });
  expect(await importPrices(workshop.runtime, { text: 'id;price\n\n' })).toMatchObject({
    ok: false,
    fault: { code: 'empty' },
  });
});

it('what was ever noted is a list that comes in again without loss', async () => {
  const written = await exportPrices(workshop.runtime);
  expect(written.split('\n').length).toBeGreaterThan(20);
  expect(await note(written)).toMatchObject({ faults: [], imported: true });
  expect(await exportPrices(workshop.runtime)).toBe(written);
});

it('a price that is entered with its part, or comes with an import of parts, is noted too', async () => {
  const [part] = await findParts(workshop.runtime.database, ['orme-low-6']);
  if (!part) throw new Error('the sink is gone');
  await putPart(workshop.runtime, {
    ...part,
    price: { minor: 777, currency: 'EUR' },
    priceDate: daysAgo(2),
    seller: 'Quay',
  });
  const [noted] = await pricesOf(workshop.runtime.database, part.id);
  expect(noted).toMatchObject({ day: daysAgo(2), price: { minor: 777 }, seller: 'Quay' });
  const text = JSON.stringify([{ ...part, price: { minor: 888, currency: 'EUR' }, priceDate: daysAgo(1) }]);
  expect(
    await importParts(workshop.runtime, { kind: 'heatsink', format: 'json', text, commit: true }),
  ).toMatchObject({ ok: true });
  expect((await pricesOf(workshop.runtime.database, part.id))[0]).toMatchObject({
    day: daysAgo(1),
    price: { minor: 888 },
  });
});

it('a ranking says how the price of each of its drives moves, from what was noted here', async () => {
  const vesper = 'kelvane-vesper-2000';
  await note(
    list(...[0, 1, 2, 3, 4, 5, 6].map((i) => `${vesper};${150 - i};EUR;Quay;${daysAgo(7 + 30 * i)};`)),
  );
  const ranked = await rankedView(workshop.runtime, { profileId: 'braskit-osprey', text: 'vesper 2000' });
  if (!ranked.ok) throw new Error(ranked.fault.sentence);
  expect(ranked.value.lines.map(({ build }) => build.drive.id)).toEqual([vesper]);
  expect(ranked.value.trends[vesper]).toMatchObject({ kind: 'trend', days: 7, says: 'buy now' });
});
