import { useState } from 'react';
import { type DeviceProfile, type FaceCorners, type MapFace, type ScrewMap, placed } from '@/core/device';
import type { Result } from '@/core/result';
import { fastenerText } from '@/core/work';
import { Button } from '../button';
import { Choice } from '../choice';
import { Field } from '../field';
import { FileInput } from '../file-input';
import { FaceDrawing, faceSize } from '../screw-map';
import { Card } from '../station-frame';
import { CornersEditor } from './corners-editor';

type Props = {
  profile: DeviceProfile;
  map: ScrewMap;
  onMap: (map: ScrewMap) => void;
  /** Straightens the photo of a face by its corners and keeps it; answers with its sum. */
  onPhoto: (photo: File, face: MapFace, corners: FaceCorners) => Promise<Result<{ picture: string }>>;
};

/** How far an arrow key moves the cross, as a share of the face. */
const stepShare = 0.02;

/** Points for fasteners and plugs, tapped or placed by arrow keys on a photo or a plain outline of each face. */
export function MapEditor({ profile, map, onMap, onPhoto }: Props) {
  const { fasteners, cables } = profile.procedure;
  const [faceId, setFaceId] = useState(map[0]?.id ?? null);
  const [what, setWhat] = useState<string | null>(null);
  const [cross, setCross] = useState({ x: 0.5, y: 0.5 });
  const [photo, setPhoto] = useState<File | null>(null);
  const face = map.find(({ id }) => id === faceId) ?? null;
  const things = [
    ...fasteners.map((group) => ({
      value: `fastener ${group.id}`,
      label: group.where,
      hint: `${fastenerText(group)} · ${placed(map, 'fastener', group.id)} of ${group.count} on the map`,
      left: group.count - placed(map, 'fastener', group.id),
    })),
    ...cables.map((cable) => ({
      value: `cable ${cable.id}`,
      label: cable.where,
      hint: `plug · ${placed(map, 'cable', cable.id)} on the map`,
      left: 1 - placed(map, 'cable', cable.id),
    })),
  ];
  const change = (next: MapFace) => onMap(map.map((one) => (one.id === next.id ? next : one)));
  const chosen = things.find(({ value }) => value === what);
  const place = (x: number, y: number) => {
    if (!face || !what || !chosen || chosen.left <= 0) return;
    const [of, id] = what.split(' ') as ['fastener' | 'cable', string];
    const round = (n: number) => Math.round(Math.min(1, Math.max(0, n)) * 1000) / 1000;
    change({ ...face, points: [...face.points, { of, id, x: round(x), y: round(y) }] });
  };
  const undo = () => face && change({ ...face, points: face.points.slice(0, -1) });
  return (
    <div className="grid gap-3.5 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
      <Card title="Faces" hint="each side as it lies before you">
        {map.length > 0 && (
          <Choice
            legend="Face"
            hideLegend
            options={map.map(({ id, name }) => ({ value: id, label: name }))}
            value={faceId}
            onChange={setFaceId}
          />
        )}
        <NewFace
          onAdd={(more) => {
            const id = `face-${map.length + 1}`;
            onMap([...map, { id, points: [], ...more }]);
            setFaceId(id);
          }}
        />
        {face && things.length > 0 && (
          <div className="mt-4">
            <Choice legend="What is placed" options={things} value={what} onChange={setWhat} />
          </div>
        )}
        {face && things.length === 0 && (
          <p className="mt-3 text-soft">No fastener or cable is described yet: the procedure names them.</p>
        )}
      </Card>
      {face && photo && (
        <Card title={face.name} hint="its photo: where its corners are">
          <CornersEditor
            face={face}
            photo={photo}
            onCancel={() => setPhoto(null)}
            onLay={async (corners) => {
              const laid = await onPhoto(photo, face, corners);
              if (!laid.ok) return laid.fault;
              change({ ...face, picture: laid.value.picture });
              setPhoto(null);
              return null;
            }}
          />
        </Card>
      )}
      {face && !photo && (
        <Card title={face.name} hint="tap, or arrow keys and Enter; Backspace takes the last one off">
          <div
            role="application"
            aria-label={`${face.name}: cross at ${Math.round(cross.x * 100)} % across, ${Math.round(cross.y * 100)} % down${chosen ? `; ${chosen.label}, ${chosen.left} left` : ''}`}
            tabIndex={0}
            onKeyDown={(event) => {
              const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[
                event.key
              ];
              if (by)
                setCross(({ x, y }) => ({
                  x: Math.min(1, Math.max(0, x + by[0]! * stepShare)),
                  y: Math.min(1, Math.max(0, y + by[1]! * stepShare)),
                }));
              else if (event.key === 'Enter') place(cross.x, cross.y);
              else if (event.key === 'Backspace') undo();
              else return;
              event.preventDefault();
              event.stopPropagation();
            }}
            onClick={(event) => {
              const drawing = event.currentTarget.querySelector('svg')?.getBoundingClientRect();
              if (!drawing) return;
              const { width, height } = faceSize(face);
              const scale = Math.min(drawing.width / (width + 16), drawing.height / (height + 16));
              const left = drawing.left + (drawing.width - (width + 16) * scale) / 2 + 8 * scale;
              const top = drawing.top + (drawing.height - (height + 16) * scale) / 2 + 8 * scale;
              const x = (event.clientX - left) / (width * scale);
              const y = (event.clientY - top) / (height * scale);
              setCross({ x: Math.min(1, Math.max(0, x)), y: Math.min(1, Math.max(0, y)) });
              place(x, y);
            }}
          >
            <FaceDrawing
              face={face}
              procedure={profile.procedure}
              lit={what ? [what] : []}
              ledger={null}
              large
            >
              <Cross face={face} at={cross} />
            </FaceDrawing>
          </div>
          <div className="mt-3 flex flex-wrap gap-3">
            <Button disabled={face.points.length === 0} onClick={undo}>
              Take the last one off
            </Button>
            <FileInput
              words={face.picture ? 'Another photo' : 'Photograph this face'}
              accept="image/jpeg,image/png,image/webp"
              capture="environment"
              onFile={setPhoto}
            />
            <FileInput words="Photo from a file" accept="image/jpeg,image/png,image/webp" onFile={setPhoto} />
            {face.picture && (
              <Button onClick={() => change({ ...face, picture: undefined })}>Take the photo away</Button>
            )}
            <Button onClick={() => onMap(map.filter(({ id }) => id !== face.id))}>Take this face away</Button>
          </div>
        </Card>
      )}
    </div>
  );
}

function Cross({ face, at }: { face: MapFace; at: { x: number; y: number } }) {
  const { width, height } = faceSize(face);
  const [x, y] = [at.x * width, at.y * height];
  const d = `M${x - 12} ${y} H${x + 12} M${x} ${y - 12} V${y + 12}`;
  return (
    <>
      {/* Seen on a dark photo as well. */}
      <path d={d} stroke="var(--surface)" strokeWidth={7} strokeLinecap="round" fill="none" />
      <path d={d} stroke="var(--info)" strokeWidth={3} fill="none" />
    </>
  );
}

function NewFace({ onAdd }: { onAdd: (face: Pick<MapFace, 'name' | 'acrossMm' | 'downMm'>) => void }) {
  const [typed, setTyped] = useState({ name: '', width: '', height: '' });
  const [width, height] = [Number(typed.width), Number(typed.height)];
  const can = typed.name.trim() !== '' && width > 0 && width <= 2000 && height > 0 && height <= 2000;
  return (
    <form
      className="mt-3 grid grid-cols-[minmax(0,1fr)_6rem_6rem_auto] items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (!can) return;
        onAdd({ name: typed.name.trim(), acrossMm: width, downMm: height });
        setTyped({ name: '', width: '', height: '' });
      }}
    >
      <Field
        label="New face"
        placeholder="back"
        maxLength={60}
        value={typed.name}
        onChange={({ target }) => setTyped({ ...typed, name: target.value })}
      />
      <Field
        label="Wide, mm"
        inputMode="numeric"
        value={typed.width}
        onChange={({ target }) => setTyped({ ...typed, width: target.value })}
      />
      <Field
        label="High, mm"
        inputMode="numeric"
        value={typed.height}
        onChange={({ target }) => setTyped({ ...typed, height: target.value })}
      />
      <Button type="submit" disabled={!can}>
        Add
      </Button>
    </form>
  );
}
