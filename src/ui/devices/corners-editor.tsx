import { useState } from 'react';
import { type FaceCorners, type MapFace, checkCorners, wholePhoto } from '@/core/device';
import type { Fault } from '@/core/result';
import { Button } from '../button';
import { FaultNotice } from '../notice';
import { DamagedPhoto, PhotoHandles } from './photo-handles';

type Props = {
  face: MapFace;
  photo: File;
  /** Straightens and keeps it; the fault where it cannot. */
  onLay: (corners: FaceCorners) => Promise<Fault | null>;
  onCancel: () => void;
};

const names = ['Upper left corner', 'Upper right corner', 'Lower right corner', 'Lower left corner'] as const;

/** The corners of a face on its photo, dragged or moved by arrow keys: between them it is straightened and laid below the points. */
export function CornersEditor({ face, photo, onLay, onCancel }: Props) {
  const [corners, setCorners] = useState<FaceCorners>(wholePhoto);
  const [isDamaged, setDamaged] = useState(false);
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState<Fault | null>(null);
  const checked = checkCorners(corners);
  const lay = async () => {
    setBusy(true);
    const said = await onLay(corners);
    setBusy(false);
    setFault(said);
  };
  const shown = fault ?? (checked.ok ? null : checked.fault);
  return (
    <div className="grid gap-3">
      <p className="text-soft">
        Put a ring on each corner of “{face.name}”: drag it, or Tab to it and use the arrow keys (Shift: ten
        times as far). What lies between is drawn straight, {face.acrossMm} × {face.downMm} mm.
      </p>
      {isDamaged ? (
        <DamagedPhoto />
      ) : (
        <PhotoHandles
          photo={photo}
          alt={`${face.name}, as photographed`}
          handles={corners.map((at, i) => ({ name: names[i]!, at }))}
          stepShare={0.005}
          onMove={(which, to) =>
            setCorners((all) => all.map((one, i) => (i === which ? to(one) : one)) as FaceCorners)
          }
          onDamaged={() => setDamaged(true)}
        >
          <polygon
            points={corners.map(({ x, y }) => `${x},${y}`).join(' ')}
            fill="none"
            stroke="var(--over)"
            strokeWidth={2}
            vectorEffect="non-scaling-stroke"
          />
        </PhotoHandles>
      )}
      {shown && <FaultNotice fault={shown} />}
      <div className="flex flex-wrap gap-3">
        <Button disabled={!checked.ok || isDamaged || busy} onClick={() => void lay()}>
          {busy ? 'Being straightened …' : 'Lay it below the points'}
        </Button>
        <Button onClick={onCancel}>Without this photo</Button>
      </div>
    </div>
  );
}
