import { type Result, ok, refuse } from '../result';

/** A place on a photo, as shares of its width and height from the upper left. */
export type PhotoPoint = { x: number; y: number };

/** Where the four corners of a face lie on its photo: upper left, upper right, lower right, lower left. */
export type FaceCorners = [PhotoPoint, PhotoPoint, PhotoPoint, PhotoPoint];

/** The whole photo is the face. */
export const wholePhoto: FaceCorners = [
  { x: 0, y: 0 },
  { x: 1, y: 0 },
  { x: 1, y: 1 },
  { x: 0, y: 1 },
];

/** Pixels in rows from the upper left, three bytes each (red, green, blue). */
export type Pixels = { data: Uint8Array; widthPx: number; heightPx: number };

/** Less of the photo than this is no face: what would be drawn from it is a few pixels, drawn large. */
const leastShare = 0.02;
/** The longer side of what is made, px: as much as a map shows on a large screen. */
const longestPx = 1200;

/** Twice the area that three places turn about, clockwise where it is above nothing (y points down). */
const turn = (a: PhotoPoint, b: PhotoPoint, c: PhotoPoint) =>
  (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x);

/**
 * Whether four corners can be those of a face that was seen from before it: each turns the same way, clockwise from the upper left, and they hold
 * enough of the photo. Fault: `corners`.
 */
export function checkCorners(corners: FaceCorners): Result<FaceCorners> {
  const [a, b, c, d] = corners;
  const [first, second, third, fourth] = [turn(a, b, c), turn(b, c, d), turn(c, d, a), turn(d, a, b)];
  const area = (first + third) / 2;
  return [first, second, third, fourth].every((one) => one > 1e-6) && area >= leastShare
    ? ok(corners)
    : refuse(
        'corners',
        'These are not the four corners of a face: they cross, lie in a line, or hold next to nothing of the photo.',
        'Mark the corners of the device in turn: upper left, upper right, lower right, lower left.',
      );
}

/** From a place on the face (shares of its width and height) to the place on the photo. */
type ToPhoto = (u: number, v: number) => PhotoPoint;

/**
 * The projective map that takes the unit square to four corners, in shares (P. Heckbert, Fundamentals of Texture Mapping and Image Warping, 1989,
 * 2.2.3). The corners are those that `checkCorners` took.
 */
export function toPhoto([p0, p1, p2, p3]: FaceCorners): ToPhoto {
  const [dx1, dx2, sx] = [p1.x - p2.x, p3.x - p2.x, p0.x - p1.x + p2.x - p3.x];
  const [dy1, dy2, sy] = [p1.y - p2.y, p3.y - p2.y, p0.y - p1.y + p2.y - p3.y];
  const determinant = dx1 * dy2 - dx2 * dy1;
  const g = (sx * dy2 - dx2 * sy) / determinant;
  const h = (dx1 * sy - sx * dy1) / determinant;
  return (u, v) => {
    const w = g * u + h * v + 1;
    return {
      x: ((p1.x - p0.x + g * p1.x) * u + (p3.x - p0.x + h * p3.x) * v + p0.x) / w,
      y: ((p1.y - p0.y + g * p1.y) * u + (p3.y - p0.y + h * p3.y) * v + p0.y) / w,
    };
  };
}

/**
 * How large the face is drawn, px: in its own shape, its longer side as long as the photo shows it and no longer than a map needs.
 */
export function straightSize(
  { acrossMm, downMm }: { acrossMm: number; downMm: number },
  corners: FaceCorners,
  photo: { widthPx: number; heightPx: number },
): { widthPx: number; heightPx: number } {
  const [upperLeft, upperRight, lowerRight, lowerLeft] = corners;
  const edge = (from: PhotoPoint, to: PhotoPoint) =>
    Math.hypot((to.x - from.x) * photo.widthPx, (to.y - from.y) * photo.heightPx);
  const longer =
    acrossMm >= downMm
      ? Math.max(edge(upperLeft, upperRight), edge(lowerLeft, lowerRight))
      : Math.max(edge(upperRight, lowerRight), edge(upperLeft, lowerLeft));
  const scale = Math.max(1, Math.min(longestPx, Math.round(longer))) / Math.max(acrossMm, downMm);
  const px = (mm: number) => Math.max(1, Math.round(mm * scale));
  return { widthPx: px(acrossMm), heightPx: px(downMm) };
}

/**
 * Writes the rows `fromRow` to `toRow` (without it) of a face as if it had been photographed from straight before it; between four pixels by their
 * distances (bilinear). A row at a time, so that whoever calls can let others have their turn.
 */
export function straightenRows(
  photo: Pixels,
  corners: FaceCorners,
  face: Pixels,
  fromRow: number,
  toRow: number,
): void {
  const at = toPhoto(corners);
  const { data, widthPx, heightPx } = photo;
  for (let row = fromRow; row < toRow; row += 1)
    for (let column = 0; column < face.widthPx; column += 1) {
      const { x, y } = at((column + 0.5) / face.widthPx, (row + 0.5) / face.heightPx);
      const px = Math.min(widthPx - 1, Math.max(0, x * widthPx - 0.5));
      const py = Math.min(heightPx - 1, Math.max(0, y * heightPx - 0.5));
      const [left, top] = [Math.floor(px), Math.floor(py)];
      const [right, below] = [Math.min(widthPx - 1, left + 1), Math.min(heightPx - 1, top + 1)];
      const [fx, fy] = [px - left, py - top];
      for (let colour = 0; colour < 3; colour += 1) {
        const of = (c: number, r: number) => data[3 * (r * widthPx + c) + colour]!;
        const upper = of(left, top) * (1 - fx) + of(right, top) * fx;
        const lower = of(left, below) * (1 - fx) + of(right, below) * fx;
        face.data[3 * (row * face.widthPx + column) + colour] = Math.round(upper * (1 - fy) + lower * fy);
      }
    }
}
