import { cases, drive } from '../fit/demo.test.data';
import { exact } from '../margin';
import { caseMargins } from '.';

const origin = { kind: 'data-sheet-typical', note: 'test' } as const;
const [some] = cases;
const marl = drive('ostrel-marl-2000');
const held = (more: object, one = marl) => {
  if (!some) throw new Error('no case in the demo');
  return caseMargins({ ...some, suppliesW: undefined, addressBits: undefined, ...more }, one).map(
    ({ id, verdict }) => `${id} ${verdict}`,
  );
};

describe('a case', () => {
  it('feeds a drive at its peak, or does not, or nobody knows', () => {
    const hungry = { ...marl, peakPowerW: exact(8, origin) };
    expect(held({ suppliesW: exact(15, origin) }, hungry)).toEqual(['case-power clear']);
    expect(held({ suppliesW: exact(4.5, origin) }, hungry)).toEqual(['case-power over']);
    expect(held({}, hungry)).toEqual(['case-power unknown']);
    expect(held({ suppliesW: exact(15, origin) }, { ...marl, peakPowerW: undefined })).toEqual([
      'case-power unknown',
    ]);
  });

  it('reaches the last sector of a drive, or writes over its beginning', () => {
    const suppliesW = exact(50, origin);
    expect(held({ suppliesW, addressBits: 32 }, { ...marl, labelGB: 4000 })).toContain(
      'case-addressing over',
    );
    expect(held({ suppliesW, addressBits: 32 }, { ...marl, labelGB: 2000 })).not.toContain(
      'case-addressing over',
    );
    expect(held({ suppliesW, addressBits: 28 }, { ...marl, labelGB: 160 })).toContain('case-addressing over');
  });
});
