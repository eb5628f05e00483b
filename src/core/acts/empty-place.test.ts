import atriumData from '../../../demo/devices/quenlo-atrium.json';
import { DeviceProfile } from '../device';
import { fillWish } from '../disk';
import { TakeInForm, stepsOf } from '../job';
import { makeSheet } from '../job-view';
import { factValue } from '../work';
import { Bench, choose, oldDrive, takeIn } from './bench.test.data';

const { kind: _, ...chosen } = choose('');
const atrium = DeviceProfile.parse(atriumData);
const empty = { ...takeIn, profileId: atrium.id, placeId: 'bay', oldDrive: null, dataToKeep: false };
const stepIds = (bench: Bench) => stepsOf(bench.state.job, bench.context).map(({ id }) => id);

describe('an empty place', () => {
  it('holds no data to keep', () => {
    expect(TakeInForm.safeParse(empty).success).toBe(true);
    expect(TakeInForm.safeParse({ ...empty, dataToKeep: true }).success).toBe(false);
  });

  it('has nothing to copy: the job begins with another way, and does not turn to a copy', () => {
    const bench = new Bench(empty, atrium);
    expect(bench.state.job.route).toBe('format');
    expect(factValue(bench.state.facts, 'drive.inserted')).toBe(false);
    expect(bench.do({ kind: 'route', route: 'copy-on-dock' })).toBe('empty-place');
    expect(bench.do({ kind: 'route', route: 'stick' })).toBe('way-closed');
  });

  it('nothing is drawn out of it, and its spacer is where the profile says', () => {
    const full = new Bench({ ...empty, oldDrive }, atrium);
    const bench = new Bench(empty, atrium);
    expect(stepIds(full)).toContain('drive-out');
    expect(stepIds(bench)).toEqual(stepIds(full).filter((id) => id !== 'drive-out'));
    const lengths = (spacerAtMm: number | undefined, driveId: string) => {
      const places = atrium.places.map((place) =>
        place.form.kind === 'module' ? { ...place, form: { ...place.form, spacerAtMm } } : place,
      );
      const other = new Bench(empty, { ...atrium, places });
      other.state = { ...other.state, job: { ...other.state.job, choice: { ...chosen, driveId } } };
      return stepIds(other).includes('stand-off');
    };
    expect(lengths(80, 'ostrel-marl-2000')).toBe(false);
    expect(lengths(110, 'ostrel-marl-2000')).toBe(true);
    // Where nobody stated it, it is looked at.
    expect(lengths(undefined, 'ostrel-marl-2000')).toBe(true);
  });

  it('found empty later takes the copy back; its sheet knows of no old drive', () => {
    const bench = new Bench({ ...empty, oldDrive, dataToKeep: true }, atrium);
    expect(bench.state.job.route).toBe('copy-on-dock');
    expect(bench.do({ kind: 'amend', takeIn: empty })).toBe('ok');
    expect(bench.state.job.route).toBe('format');
    expect(bench.state.history.at(-1)?.sentence).toContain('there is nothing to copy');
    bench.do({ kind: 'lay-out', wish: fillWish });
    const sheet = makeSheet(bench.state, bench.context);
    expect(sheet.before).toEqual({ drive: 'none, the place was empty', bytes: null });
    expect(sheet.oldDrive).toBe('No old drive: the place was empty');
  });
});
