import { parseHours, usualHours } from './hours';

it('hours are stretches that follow one another; nothing is a day off', () => {
  expect(parseHours(usualHours)).toEqual({
    ok: true,
    value: [
      { from: 480, to: 720 },
      { from: 750, to: 1020 },
    ],
  });
  expect(parseHours('')).toEqual({ ok: true, value: [] });
  expect(parseHours(' 9:00 – 24:00 ')).toEqual({ ok: true, value: [{ from: 540, to: 1440 }] });
  for (const text of ['8-12', '12:00-08:00', '08:00-12:00, 11:00-13:00', '08:00-24:30', '08:60-09:00', 'x'])
    expect([text, parseHours(text)]).toMatchObject([text, { ok: false, fault: { code: 'hours' } }]);
});
