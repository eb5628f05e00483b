import {
  type FaceCorners,
  type Pixels,
  checkCorners,
  straightSize,
  straightenRows,
  toPhoto,
  wholePhoto,
} from './straighten';

const corner = (x: number, y: number) => ({ x, y });
const tilted: FaceCorners = [corner(0.2, 0.1), corner(0.9, 0.2), corner(0.8, 0.9), corner(0.1, 0.7)];

/** A small generator; the same numbers each time. */
function numbers(seed: number) {
  let state = seed;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}

it('takes corners to corners, lines to lines, and crossings of diagonals to the crossing of diagonals', () => {
  const next = numbers(7);
  for (let n = 0; n < 200; n += 1) {
    const near = (x: number, y: number) => corner(x + 0.3 * next(), y + 0.3 * next());
    const corners: FaceCorners = [near(0, 0), near(0.6, 0), near(0.6, 0.6), near(0, 0.6)];
    if (!checkCorners(corners).ok) continue;
    const at = toPhoto(corners);
    (
      [
        [0, 0],
        [1, 0],
        [1, 1],
        [0, 1],
      ] as const
    ).forEach(([u, v], i) => {
      expect(at(u, v).x).toBeCloseTo(corners[i]!.x, 9);
      expect(at(u, v).y).toBeCloseTo(corners[i]!.y, 9);
    });
    // What lies on a line on the face lies on one on the photo.
    const [a, b, c] = [at(0.1, 0.2), at(0.4, 0.4), at(0.7, 0.6)];
    expect((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x)).toBeCloseTo(0, 9);
    // The middle of a face is where its diagonals cross, not where the middles of the sides would put it.
    const middle = at(0.5, 0.5);
    for (const [from, to] of [
      [0, 2],
      [1, 3],
    ] as const) {
      const [p, q] = [corners[from]!, corners[to]!];
      expect((q.x - p.x) * (middle.y - p.y) - (q.y - p.y) * (middle.x - p.x)).toBeCloseTo(0, 9);
    }
  }
});

it.each<[string, FaceCorners]>([
  ['that cross', [corner(0, 0), corner(1, 1), corner(1, 0), corner(0, 1)]],
  ['in a line', [corner(0, 0), corner(0.5, 0.5), corner(1, 1), corner(0, 1)]],
  ['the other way round', [corner(0, 0), corner(0, 1), corner(1, 1), corner(1, 0)]],
  ['of next to nothing', [corner(0, 0), corner(0.1, 0), corner(0.1, 0.1), corner(0, 0.1)]],
  ['bent inwards', [corner(0, 0), corner(1, 0), corner(0.3, 0.3), corner(0, 1)]],
])('corners %s are none of a face', (_, corners) => {
  const checked = checkCorners(corners);
  expect(checked.ok ? 'ok' : checked.fault.code).toBe('corners');
});

it('corners of a face that is tilted are, and those of the whole photo', () => {
  expect([checkCorners(tilted).ok, checkCorners(wholePhoto).ok]).toEqual([true, true]);
});

/** A photo of a face whose four quarters are red, green, blue and white, seen through the corners; black around it. */
function photoOf(corners: FaceCorners, widthPx: number, heightPx: number): Pixels {
  const data = new Uint8Array(3 * widthPx * heightPx);
  const at = toPhoto(corners);
  const colours = [
    [255, 0, 0],
    [0, 255, 0],
    [0, 0, 255],
    [255, 255, 255],
  ];
  // Painted from the face outwards, finer than the photo: the way back is what is tested.
  for (let v = 0; v < 1; v += 1 / 900)
    for (let u = 0; u < 1; u += 1 / 900) {
      const { x, y } = at(u, v);
      const index = 3 * (Math.floor(y * heightPx) * widthPx + Math.floor(x * widthPx));
      data.set(colours[(v < 0.5 ? 0 : 2) + (u < 0.5 ? 0 : 1)]!, index);
    }
  return { data, widthPx, heightPx };
}

it('a tilted photo comes out straight: each quarter of the face where it belongs, nothing of what lies around', () => {
  const photo = photoOf(tilted, 300, 240);
  const size = straightSize({ acrossMm: 120, downMm: 80 }, tilted, photo);
  expect(size).toEqual({ widthPx: 215, heightPx: 143 });
  const face: Pixels = { data: new Uint8Array(3 * size.widthPx * size.heightPx), ...size };
  straightenRows(photo, tilted, face, 0, 70);
  expect(face.data.subarray(3 * 70 * face.widthPx).every((byte) => byte === 0)).toBe(true);
  straightenRows(photo, tilted, face, 70, face.heightPx);
  const colourAt = (u: number, v: number) => {
    const at = 3 * (Math.floor(v * face.heightPx) * face.widthPx + Math.floor(u * face.widthPx));
    return [...face.data.subarray(at, at + 3)];
  };
  for (const [u, v, colour] of [
    [0.03, 0.03, [255, 0, 0]],
    [0.46, 0.46, [255, 0, 0]],
    [0.54, 0.46, [0, 255, 0]],
    [0.97, 0.03, [0, 255, 0]],
    [0.46, 0.54, [0, 0, 255]],
    [0.03, 0.97, [0, 0, 255]],
    [0.54, 0.54, [255, 255, 255]],
    [0.97, 0.97, [255, 255, 255]],
  ] as const)
    expect([u, v, colourAt(u, v)]).toEqual([u, v, colour]);
});

it('the whole photo in its own size is itself, pixel by pixel', () => {
  const next = numbers(3);
  const photo: Pixels = {
    data: Uint8Array.from({ length: 3 * 40 * 30 }, () => 255 * next()),
    widthPx: 40,
    heightPx: 30,
  };
  const face: Pixels = { ...photo, data: new Uint8Array(photo.data.length) };
  straightenRows(photo, wholePhoto, face, 0, 30);
  expect(Buffer.from(face.data).equals(Buffer.from(photo.data))).toBe(true);
});

it('is drawn in the shape of the face, no larger than the photo shows it nor than a map needs', () => {
  const photo = { widthPx: 4000, heightPx: 3000 };
  expect(straightSize({ acrossMm: 300, downMm: 150 }, wholePhoto, photo)).toEqual({
    widthPx: 1200,
    heightPx: 600,
  });
  expect(straightSize({ acrossMm: 40, downMm: 900 }, wholePhoto, { widthPx: 300, heightPx: 500 })).toEqual({
    widthPx: 22,
    heightPx: 500,
  });
});
