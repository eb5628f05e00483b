import { cleanup, render, screen } from '@testing-library/react';
import { profile, profiles } from '@/core/fit/demo.test.data';
import { DeviceDetail } from './device-detail';
import { placeLimits, profileAge } from './limits';
import { SlotDrawing } from './slot-drawing';

afterEach(cleanup);

describe('what is known of a device', () => {
  it('is said limit by limit with its source, for every place that ships', () => {
    for (const device of profiles)
      for (const place of device.places) {
        const lines = placeLimits(place, { locale: 'en-GB' });
        expect(lines.length).toBeGreaterThan(4);
        for (const { label, shown, origin } of lines) {
          expect(`${label} ${shown} ${origin}`).not.toMatch(/undefined|NaN|\[object/u);
          expect(origin).not.toBe('');
        }
      }
  });

  it('names what is missing, and the oldest figure', () => {
    expect(profileAge(profile('braskit-wren'))).toEqual({ missing: 1, oldest: '2026-02-10' });
    expect(profileAge(profile('braskit-osprey')).missing).toBe(0);
  });

  it('holds the quirks of its family', () => {
    const said = (id: string) => {
      const { places } = profile(id);
      const limits = places.flatMap((place) => placeLimits(place, { locale: 'en-GB' }));
      return limits.map(({ label, shown }) => `${label}: ${shown}`).join('\n');
    };
    expect(said('quenlo-atrium')).toMatch(
      /Heatsink: must be on the drive[\s\S]*In all: at most 14\.20 mm[\s\S]*System version: 4\.2\.0 or newer/u,
    );
    expect(said('quenlo-vault')).toMatch(/Accepted list: .*or from a donor of the same model/u);
    expect(said('vellamar-skein')).toMatch(
      /Mounted: upside-down, connectors left[\s\S]*Rated duty: continuous-video/u,
    );
    expect(said('braskit-osprey')).toMatch(/Heatsink: sink on the fan, fixed/u);
    expect(said('braskit-wren')).toMatch(/Heatsink: no room for one/u);
  });

  it('is drawn for each place, with a name for those who do not see it', () => {
    for (const device of profiles)
      for (const place of device.places) {
        render(<SlotDrawing place={place} locale="en-GB" />);
        expect(screen.getByRole('img').getAttribute('aria-label')).toContain(place.name);
        cleanup();
      }
  });

  it('shows adapter, change to the case with its risk, and revisions with their marks', () => {
    render(<DeviceDetail profile={profile('braskit-plover')} locale="en-GB" now="2026-11-25T08:00:00Z" />);
    expect(screen.getByText('Step 42 to 80')).toBeTruthy();
    expect(screen.getByText(/cannot be undone/u)).toBeTruthy();
    cleanup();
    render(<DeviceDetail profile={profile('braskit-wren')} locale="en-GB" now="2026-11-25T08:00:00Z" />);
    expect(screen.getByText(/shield painted black, ribbon glued to the shield/u)).toBeTruthy();
    expect(screen.getByText('not known')).toBeTruthy();
  });
});
