import { type ShelfView, benchView, doShelfAct, orderCsv, putPart, findParts, shelfView } from '@/server';
import { type Workshop, act, openWorkshop } from './workshop';

let workshop: Workshop;
beforeAll(async () => {
  workshop = await openWorkshop();
});
afterAll(() => workshop.close());

const shelf = (form: object, requestId: string | null = null) =>
  doShelfAct(workshop.runtime, form, { by: 'TK', requestId });
const codeOf = async (form: object) => {
  const done = await shelf(form);
  return done.ok ? 'ok' : done.fault.code;
};
const lineOf = (view: ShelfView, id: string) => view.lines.find((line) => line.id === id)!;
const line = async (id: string) => lineOf(await shelfView(workshop.runtime), id);

it('the demo’s shelf: what jobs chose is reserved, what is under its least is to order, as a file too', async () => {
  const { runtime } = workshop;
  const view = await shelfView(runtime);
  const reserved = view.lines.flatMap(({ reserved: own }) => own.map(({ jobId }) => jobId));
  expect(reserved).toContain('Q-0413');
  expect(lineOf(view, 'lindrel-soft-150').toOrder).toBeGreaterThan(0);
  // What misses most stands first.
  expect(view.lines[0]!.toOrder).toBe(Math.max(...view.lines.map(({ toOrder }) => toOrder)));
  const csv = await orderCsv(runtime);
  expect(csv.split('\n')[0]).toBe('part,partId,count,forJobs,minimum,seller,priceMinor,currency');
  expect(csv).toContain('lindrel-soft-150');
});

it('ordered, come in two parts with some sent back, and counted: the book follows and says why', async () => {
  const id = 'ostrel-marl-2000';
  const before = (await line(id)).onShelf;
  expect(await codeOf({ kind: 'order', partId: id, count: 3, price: { minor: 9900, currency: 'EUR' } })).toBe(
    'ok',
  );
  const incoming = (await line(id)).incoming[0]!;
  const came = (more: object) => codeOf({ kind: 'came', incomingId: incoming.id, ...more });
  expect(await came({ accepted: 4 })).toBe('too-many');
  expect(await came({ accepted: 0 })).toBe('form');
  expect(await came({ accepted: 1, returned: 1 })).toBe('form');
  expect(await came({ accepted: 1, returned: 1, why: 'seal broken', lot: 'L7', place: 'Drawer 9' })).toBe(
    'ok',
  );
  const half = await line(id);
  expect([half.onShelf, half.incoming[0]!.count, half.place]).toEqual([before + 1, 2, 'Drawer 9']);
  expect(await came({ accepted: 2 })).toBe('ok');
  expect(await came({ accepted: 1 })).toBe('not-found');
  const there = await line(id);
  expect([there.onShelf, there.incoming]).toEqual([before + 3, []]);
  const count = { kind: 'count', partId: id, inDrawer: before + 1 };
  expect(await codeOf({ ...count, book: before })).toBe('changed');
  expect(await codeOf({ ...count, book: before + 3 })).toBe('ok');
  const { moves } = await shelfView(workshop.runtime);
  expect(
    moves.filter(({ partId }) => partId === id).map(({ why, change, lot }) => [why, change, lot]),
  ).toEqual([
    ['counted', -2, null],
    ['came', 2, null],
    ['returned', 0, 'L7'],
    ['came', 1, 'L7'],
  ]);
  // The catalogue counts the same.
  const [part] = await findParts(workshop.runtime.database, [id]);
  expect(part!.onShelf).toBe(before + 1);
});

it('sent twice it is done once; what is not there, is no number or no job is refused', async () => {
  const id = 'orme-foil';
  const order = { kind: 'order', partId: id, count: 2 };
  expect((await shelf(order, 'shelf-once')).ok && (await shelf(order, 'shelf-once')).ok).toBe(true);
  expect((await line(id)).incoming).toHaveLength(1);
  expect(await codeOf({ kind: 'cancel', incomingId: (await line(id)).incoming[0]!.id })).toBe('ok');
  expect(await codeOf({ kind: 'cancel', incomingId: 9999 })).toBe('not-found');
  expect(await codeOf({ kind: 'order', partId: 'no-such-part', count: 1 })).toBe('not-found');
  expect(await codeOf({ ...order, jobId: 'Q-9999' })).toBe('not-found');
  expect(await codeOf({ ...order, count: 0 })).toBe('form');
  expect(await codeOf({ kind: 'minimum', partId: id, minimum: 1.5 })).toBe('form');
});

it('a job whose part is not there waits for its delivery in the day, or is held where none is ordered', async () => {
  const { runtime } = workshop;
  const id = 'pirrin-seam-1000';
  const [part] = await findParts(runtime.database, [id]);
  await putPart(runtime, { ...part!, onShelf: 0 });
  expect(
    await act(runtime, 'Q-0412', {
      kind: 'choose',
      driveId: id,
      padIds: ['lindrel-soft-250'],
      reason: 'asked for',
    }),
  ).toBe('ok');
  const day = async () => {
    const view = await benchView(runtime);
    const tasks = view.day.tasks.filter(({ jobId }) => jobId === 'Q-0412');
    return {
      wait: tasks.find(({ what }) => what.startsWith('Delivery')),
      tasks,
      job: view.day.jobs.find((one) => one.id === 'Q-0412')!,
    };
  };
  const held = await day();
  expect([held.job.held, held.wait]).toEqual([expect.stringContaining('not ordered'), undefined]);
  expect(await codeOf({ kind: 'order', partId: id, count: 1, expected: '2026-11-26', jobId: 'Q-0412' })).toBe(
    'ok',
  );
  const waits = await day();
  expect(waits.job.held).toBeNull();
  // Noon of that day, from eight o’clock two days before.
  expect(waits.wait!.notBefore).toBe(2 * 1440 + 240);
  const [first] = waits.tasks
    .filter(({ station }) => station === 'carry-over')
    .filter(({ what }) => !what.startsWith('Delivery'));
  expect(first!.after).toContain(waits.wait!.id);
  // On the afternoon of that day it may still come; the day is over and nothing came: no day is made up.
  workshop.pass(2 * 86_400 + 8 * 3600);
  const still = await day();
  expect([still.job.held, still.wait?.notBefore]).toEqual([null, 0]);
  workshop.pass(86_400 - 8 * 3600);
  const late = await day();
  expect([late.job.held, late.wait]).toEqual([expect.stringContaining('should have come on'), undefined]);
});
