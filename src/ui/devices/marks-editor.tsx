import { useState } from 'react';
import type { PhotoPoint } from '@/core/device';
import { type Mark, readPhotoMarks } from '@/core/teach';
import { parseDecimal } from '@/core/units';
import { Button } from '../button';
import { Field } from '../field';
import { DamagedPhoto, PhotoHandles, type PhotoSize } from './photo-handles';

type Props = {
  photo: File;
  /** Takes what was read as one reading, with how far putting the marks can have it off, both in mm. */
  onRead: (mm: number, plusMinusMm: number) => void;
  onCancel: () => void;
};

/** How exactly a ring is put where it belongs, px of what is drawn. */
const markShownPx = 2;

const names = [
  'One mark on the scale',
  'Other mark on the scale',
  'One end of it',
  'Other end of it',
] as const;
const begin: readonly PhotoPoint[] = [
  { x: 0.2, y: 0.8 },
  { x: 0.8, y: 0.8 },
  { x: 0.2, y: 0.4 },
  { x: 0.8, y: 0.4 },
];

/** A length from a photo with a scale beside it: two marks on the one, two on the other. */
export function MarksEditor({ photo, onRead, onCancel }: Props) {
  const [marks, setMarks] = useState(begin);
  const [size, setSize] = useState<PhotoSize | null>(null);
  const [typed, setTyped] = useState('');
  const [isDamaged, setDamaged] = useState(false);
  const scaleMm = parseDecimal(typed);
  const px = ({ x, y }: PhotoPoint, { widthPx, heightPx }: PhotoSize): Mark => ({
    xPx: x * widthPx,
    yPx: y * heightPx,
  });
  const pair = (from: 0 | 2, of: PhotoSize) => [px(marks[from]!, of), px(marks[from + 1]!, of)] as const;
  const perShown = size ? size.widthPx / Math.max(1, size.shownPx || size.widthPx) : 1;
  const read =
    size && scaleMm.ok
      ? readPhotoMarks(
          { scale: pair(0, size), scaleMm: scaleMm.value, thing: pair(2, size) },
          markShownPx * perShown,
        )
      : null;
  return (
    <div className="grid gap-3">
      <p className="text-soft">
        Blue rings go onto the scale, far apart, red ones onto the ends of what is measured: drag them, or Tab
        to them and use the arrow keys (Shift: ten times as far). Scale and thing lie in one plane, and the
        camera looks straight down on it: what it adds by looking aslant nobody can see here.
      </p>
      {isDamaged ? (
        <DamagedPhoto />
      ) : (
        <PhotoHandles
          photo={photo}
          alt="What is measured, with a scale beside it"
          handles={marks.map((at, i) => ({ name: names[i]!, at, isBlue: i < 2 }))}
          stepShare={size ? perShown / size.widthPx : 0.002}
          onMove={(which, to) => setMarks((all) => all.map((one, i) => (i === which ? to(one) : one)))}
          onSize={setSize}
          onDamaged={() => setDamaged(true)}
        >
          {([0, 2] as const).map((from) => (
            <line
              key={from}
              x1={marks[from]!.x}
              y1={marks[from]!.y}
              x2={marks[from + 1]!.x}
              y2={marks[from + 1]!.y}
              stroke={from === 0 ? 'var(--info)' : 'var(--over)'}
              strokeWidth={2}
              vectorEffect="non-scaling-stroke"
            />
          ))}
        </PhotoHandles>
      )}
      <div className="grid items-end gap-3 sm:grid-cols-[12rem_minmax(0,1fr)]">
        <Field
          label="Between its marks, mm"
          inputMode="decimal"
          placeholder="50"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          error={typed !== '' && !scaleMm.ok ? 'A number, such as 50.' : undefined}
        />
        <p className="figures pb-2 text-[1.0625rem] font-semibold" role="status">
          {read === null
            ? ''
            : read.ok
              ? `${read.value.mm.toFixed(2)} ± ${read.value.plusMinusMm.toFixed(2)} mm by the marks`
              : read.fault.sentence}
        </p>
      </div>
      <div className="flex flex-wrap gap-3">
        <Button
          disabled={!read?.ok}
          onClick={() => read?.ok && onRead(read.value.mm, read.value.plusMinusMm)}
        >
          Take it as a reading
        </Button>
        <Button onClick={onCancel}>Without this photo</Button>
      </div>
    </div>
  );
}
