import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { DeviceProfile, placed } from '@/core/device';
import { profile } from '@/core/fit/demo.test.data';
import { ok } from '@/core/result';
import { screwLedger } from '@/core/work';
import { MapEditor } from './devices/map-editor';
import { ScrewMapDrawing, faceSize } from './screw-map';

const wren = profile('braskit-wren');
const never = () => Promise.reject(new Error('no photo is asked for here'));
const ledger = screwLedger(wren.procedure, {});
afterEach(cleanup);

it('keeps the shape of a face, whatever its size', () => {
  for (const [acrossMm, downMm] of [
    [290, 118],
    [40, 900],
  ] as const) {
    const { width, height } = faceSize({ id: 'a', name: 'a', points: [], acrossMm, downMm });
    expect(width / height).toBeCloseTo(acrossMm / downMm);
    expect(Math.max(width, height)).toBeCloseTo(400);
  }
});

it('draws the face of what is moved, and all of them where nothing is', () => {
  const { rerender } = render(
    <ScrewMapDrawing map={wren.map} procedure={wren.procedure} lit={['fastener shield']} ledger={ledger} />,
  );
  screen.getByRole('img', { name: /^Inside, shield up: 6 points/u });
  expect(screen.queryByRole('img', { name: /^Back, screws/u })).toBeNull();
  rerender(<ScrewMapDrawing map={wren.map} procedure={wren.procedure} lit={[]} ledger={ledger} />);
  screen.getByRole('img', { name: /^Back, screws: 8 points/u });
});

it('a point that is pointed at is told, so that the bowl lights it', () => {
  const told: (string | null)[] = [];
  const { container } = render(
    <ScrewMapDrawing
      map={wren.map}
      procedure={wren.procedure}
      lit={['fastener drive']}
      ledger={ledger}
      onPoint={(id) => told.push(id)}
    />,
  );
  const point = [...container.querySelectorAll('circle')].find((one) => one.textContent === 'drive')!;
  fireEvent.mouseEnter(point);
  fireEvent.mouseLeave(point);
  expect(told).toEqual(['fastener drive', null]);
});

it('points are placed by arrow keys and Enter, no more than there are fasteners, and taken off again', () => {
  let latest = wren.map;
  function Editing() {
    const [map, setMap] = useState([
      {
        id: 'back',
        name: 'Back',
        acrossMm: 100,
        downMm: 50,
        points: [] as (typeof wren.map)[number]['points'],
      },
    ]);
    latest = map;
    return <MapEditor profile={wren} map={map} onMap={setMap} onPhoto={never} />;
  }
  render(<Editing />);
  fireEvent.click(screen.getByLabelText(/^shield/u));
  const area = screen.getByRole('application');
  for (let i = 0; i < 5; i += 1) {
    fireEvent.keyDown(area, { key: 'ArrowRight' });
    fireEvent.keyDown(area, { key: 'Enter' });
  }
  expect(placed(latest, 'fastener', 'shield')).toBe(3);
  expect(latest[0]!.points.map(({ x, y }) => [x, y])).toEqual([
    [0.52, 0.5],
    [0.54, 0.5],
    [0.56, 0.5],
  ]);
  fireEvent.keyDown(area, { key: 'Backspace' });
  expect(placed(latest, 'fastener', 'shield')).toBe(2);
  expect(DeviceProfile.safeParse({ ...wren, map: latest }).success).toBe(true);
});

it('a point of what is described no longer is left out and stops nothing; two faces of one id are refused', () => {
  const [back] = wren.map;
  const stray = [{ ...back!, points: [...back!.points, { of: 'cable' as const, id: 'gone', x: 0, y: 0 }] }];
  expect(DeviceProfile.safeParse({ ...wren, map: stray }).success).toBe(true);
  render(<ScrewMapDrawing map={stray} procedure={wren.procedure} lit={[]} ledger={ledger} />);
  screen.getByRole('img', { name: /^Back, screws: 8 points/u });
  expect(
    DeviceProfile.safeParse({ ...wren, map: [back, back] }).error?.issues.map(({ message }) => message),
  ).toEqual(['Two faces are back.']);
});

it('a face shows its photo below the points; where the photo is not here that is said, and the outline stays', () => {
  const face = { ...wren.map[0]!, picture: 'ab'.repeat(32) };
  const { container } = render(
    <ScrewMapDrawing map={[face]} procedure={wren.procedure} lit={[]} ledger={ledger} />,
  );
  const photo = container.querySelector('image')!;
  expect(photo.getAttribute('href')).toBe(`/api/pictures/${'ab'.repeat(32)}`);
  // Points lie above it.
  expect(photo.compareDocumentPosition(container.querySelector('circle')!)).toBe(4);
  fireEvent.error(photo);
  expect(container.querySelector('image')).toBeNull();
  screen.getByText('its photo is not here');
  expect(container.querySelector('rect')).not.toBeNull();
});

it('a photo is laid below a face by its corners, and taken away again', async () => {
  let latest = wren.map.slice(0, 1);
  const sent: string[] = [];
  URL.createObjectURL = () => 'blob:one';
  URL.revokeObjectURL = () => {};
  function Editing() {
    const [map, setMap] = useState(latest);
    latest = map;
    return (
      <MapEditor
        profile={wren}
        map={map}
        onMap={setMap}
        onPhoto={({ name }, { id }) => {
          sent.push(`${name} ${id}`);
          return Promise.resolve(ok({ picture: 'cd'.repeat(32) }));
        }}
      />
    );
  }
  render(<Editing />);
  fireEvent.change(screen.getByLabelText('Photo from a file'), {
    target: { files: [new File(['x'], 'back.jpg', { type: 'image/jpeg' })] },
  });
  fireEvent.click(screen.getByRole('button', { name: 'Lay it below the points' }));
  await screen.findByRole('application');
  expect([sent, latest[0]!.picture]).toEqual([[`back.jpg ${latest[0]!.id}`], 'cd'.repeat(32)]);
  expect(DeviceProfile.safeParse({ ...wren, map: latest }).success).toBe(true);
  fireEvent.click(screen.getByRole('button', { name: 'Take the photo away' }));
  expect(latest[0]!.picture).toBeUndefined();
});
