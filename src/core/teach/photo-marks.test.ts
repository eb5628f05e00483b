import { type PhotoMarks, readPhotoMarks } from './photo-marks';

const mark = (xPx: number, yPx: number) => ({ xPx, yPx });
const marks: PhotoMarks = {
  scale: [mark(100, 900), mark(1100, 900)],
  scaleMm: 50,
  thing: [mark(300, 200), mark(300, 640)],
};
const value = (read: ReturnType<typeof readPhotoMarks>) => {
  if (!read.ok) throw new Error(read.fault.code);
  return read.value;
};

it('a length is to its scale as their marks are apart, whichever way each lies', () => {
  // By hand: 50 mm over 1000 px, 440 px: 22 mm.
  expect(value(readPhotoMarks(marks, 2)).mm).toBeCloseTo(22, 9);
  const turned = { ...marks, thing: [mark(300, 200), mark(300 + 264, 200 + 352)] as const };
  expect(value(readPhotoMarks(turned, 2)).mm).toBeCloseTo(22, 9);
  const swapped = { ...marks, scale: [marks.scale[1], marks.scale[0]] as const };
  expect(value(readPhotoMarks(swapped, 2)).mm).toBeCloseTo(22, 9);
});

it('what putting the marks can have it off is what comes of putting them off, one time in a thousand aside', () => {
  let state = 11;
  const next = () => (state = (state * 48271) % 2147483647) / 2147483647;
  const normal = () => Math.sqrt(-2 * Math.log(next())) * Math.cos(2 * Math.PI * next());
  const sigmaPx = 3;
  const { mm, plusMinusMm } = value(readPhotoMarks(marks, sigmaPx));
  const off = ({ xPx, yPx }: { xPx: number; yPx: number }) =>
    mark(xPx + sigmaPx * normal(), yPx + sigmaPx * normal());
  let sum = 0;
  for (let n = 0; n < 4000; n += 1) {
    const read = readPhotoMarks(
      {
        scale: [off(marks.scale[0]), off(marks.scale[1])],
        scaleMm: 50,
        thing: [off(marks.thing[0]), off(marks.thing[1])],
      },
      sigmaPx,
    );
    sum += (value(read).mm - mm) ** 2;
  }
  // One standard deviation in, one out.
  expect(Math.sqrt(sum / 4000) / plusMinusMm).toBeCloseTo(1, 1);
});

it.each<[string, Partial<PhotoMarks>]>([
  ['no scale', { scaleMm: 0 }],
  ['a scale of no number', { scaleMm: NaN }],
  ['both marks of the scale on each other', { scale: [mark(5, 5), mark(6, 6)] }],
  ['both marks of the thing on each other', { thing: [mark(5, 5), mark(5, 12)] }],
])('%s is refused', (_, odd) => {
  const read = readPhotoMarks({ ...marks, ...odd }, 2);
  expect(read.ok ? 'ok' : read.fault.code).toBe('marks');
});
