import fc from 'fast-check';
import { parseDdErrors, parseRescueMap } from '.';
import { unsafeValue } from '../result';

const failed = (before: string) =>
  `dd: error reading '/dev/x': Input/output error\n${before} records in\n9+0 records out\n`;

it('places each error of dd by the blocks that it had read before, and joins neighbours', () => {
  const text = `${failed('12+0')}${failed('12+1')}1234 bytes copied\r5 % done\r${failed('100+2')}200+3 records in\n203+0 records out\n`;
  expect(unsafeValue(parseDdErrors(text))).toEqual([
    { start: 12 * 4096, end: 14 * 4096 },
    { start: 102 * 4096, end: 103 * 4096 },
  ]);
  expect(unsafeValue(parseDdErrors('8+0 records in\n8+0 records out\n'))).toEqual([]);
});

it('does not take for complete what was cut off, nor for notes what is something else', () => {
  for (const text of ['', 'permission denied', "dd: error reading 'x': Input/output error\n"])
    expect(parseDdErrors(text)).toMatchObject({ ok: false, fault: { code: 'odd-notes' } });
});

const map = (...rows: string[]) => `# Mapfile. Created by a rescue\n0x00000000     +\n${rows.join('\n')}\n`;

it('takes from a map what is anything but read: tried, trimmed, scraped, bad', () => {
  const text = map('0x0 0x1000 +', '0x1000 0x200 -', '0x1200 0x200 /', '0x1400 0x100 +', '0x1500 0x10 ?');
  expect(unsafeValue(parseRescueMap(text))).toEqual([
    { start: 0x1000, end: 0x1400 },
    { start: 0x1500, end: 0x1510 },
  ]);
  for (const odd of ['', map(), map('0x0 0x1000 x'), map('0x0 0xffffffffffffffff -')])
    expect(parseRescueMap(odd)).toMatchObject({ ok: false, fault: { code: 'odd-notes' } });
});

it('answers whatever it is given', () => {
  fc.assert(
    fc.property(fc.string(), (text) => {
      parseDdErrors(text);
      parseRescueMap(`${map()}${text}`);
      return true;
    }),
  );
});
