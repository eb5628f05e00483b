import { usualWorkload } from '../heat';
import { bare, contactOf, fit } from '.';
import { drive, marl, setting } from './demo.test.data';

const asked = setting('braskit-osprey');
const build = marl();
const { place, layers } = fit(asked, build);
const workload = usualWorkload(place)!;
const at = (driveC: number, roomC = 24, minutes = 120) => {
  const answer = contactOf(place, build, layers, workload, { driveC, roomC, minutes });
  if (!answer?.known) throw new Error('the Osprey’s heat is known');
  return answer;
};

describe('whether a pad touches, by one reading under load', () => {
  const { touchingC, apartC } = at(60);

  it('expects a drive without its pad to come out warmer, and a warmer room to move both', () => {
    expect(apartC).toBeGreaterThan(touchingC + 5);
    const warm = at(60, 34);
    expect(warm.touchingC - touchingC).toBeCloseTo(10, 0);
    // After five minutes it has not settled yet.
    expect(at(60, 24, 5).touchingC).toBeLessThan(touchingC);
  });

  it('says so where it is as forecast with a pad, where it is as without, and that it cannot tell between them', () => {
    expect(at(touchingC).contact).toBe('touches');
    expect(at(touchingC).lost).toBeLessThan(0.1);
    expect(['lost', 'likely-lost']).toContain(at(apartC).contact);
    expect(at(apartC).others[0]).toMatch(/fan/u);
    const chances = [0, 0.25, 0.5, 0.75, 1].map((share) => at(touchingC + share * (apartC - touchingC)).lost);
    expect(chances).toEqual([...chances].sort((a, b) => a - b));
  });

  it('says that it is neither where no forecast comes near, and names what else it could be', () => {
    expect(at(112)).toMatchObject({ contact: 'neither' });
    const cold = at(24.5);
    expect(cold.contact).toBe('neither');
    expect(cold.others[0]).toMatch(/did not work as hard/u);
  });

  it('has nothing to say of a build without a pad, and is missing where the place’s heat is', () => {
    const without = bare(drive('ostrel-marl-2000'));
    const reading = { driveC: 60, roomC: 24, minutes: 60 };
    expect(contactOf(place, without, fit(asked, without).layers, workload, reading)).toBeNull();
    expect(contactOf({ ...place, heat: null }, build, layers, workload, reading)).toMatchObject({
      known: false,
    });
  });
});
