import { about, exact, missing } from '../margin';
import { adapters, drive, profile } from '../fit/demo.test.data';
import { chainRate, driveChain, negotiated, pcieRate, usbRate } from '.';

const origin = { kind: 'measured', note: 'test' } as const;

describe('link', () => {
  it('computes generation 4 ×4 by hand', () => {
    // 4 × 1969.2 = 7876.8 MB/s; × 256/280 = 7201.6; × 128/152 = 6633.1; × 512/536 = 7524.1
    const rate = pcieRate({ generation: 4, lanes: 4 });
    expect(rate.value / 1e6).toBeCloseTo(7201.6, 0);
    expect((rate.value - rate.minus!) / 1e6).toBeCloseTo(6633.1, 0);
    expect((rate.value + rate.plus!) / 1e6).toBeCloseTo(7524.1, 0);
  });

  it('negotiates to the lower of both ends', () => {
    expect(negotiated({ generation: 5, lanes: 4 }, { generation: 4, lanes: 2 })).toEqual({
      generation: 4,
      lanes: 2,
    });
  });

  it('runs at its narrowest link, and a wider one changes nothing', () => {
    const slow = { name: 'case', rate: about(400, 50, 20, origin) };
    const chain = chainRate([{ name: 'drive', rate: exact(7000, origin) }, slow]);
    expect(chain).toMatchObject({ narrowest: 'case', rate: { value: 400, minus: 50, plus: 20 } });
    expect(chainRate([slow, { name: 'faster', rate: exact(9e9, origin) }]).rate).toMatchObject({
      value: 400,
      minus: 50,
    });
  });

  it('is unknown where one link is, or where there is none', () => {
    expect(chainRate([{ name: 'x', rate: missing('x', 'y') }]).rate.known).toBe(false);
    expect(chainRate([]).rate.known).toBe(false);
  });

  describe('five chains worked by hand', () => {
    const through = (profileId: string, driveId: string, adapterId?: string) =>
      chainRate(
        driveChain(
          profile(profileId).places.find(({ replaceable }) => replaceable)!,
          drive(driveId),
          adapters.find(({ id }) => id === adapterId) ?? null,
        ),
      );

    it('a generation 5 drive in a generation 4 slot runs at the slot: 7,201.6 of 12,400 MB/s', () => {
      expect(through('braskit-osprey', 'pirrin-lode-5-2000')).toMatchObject({
        narrowest: 'slot gen 4 ×4',
        rate: { value: expect.closeTo(7201.6e6, -6) },
      });
    });

    it('in a generation 3 slot the same class of drive gets 4 × 984.6 × 256/280 = 3,600.8 MB/s', () => {
      expect(through('braskit-wren', 'tolvane-skiff-1000').rate).toMatchObject({
        value: expect.closeTo(3600.8e6, -6),
      });
    });

    it('the adapter of the Plover lets 7,000 less 2 % through: a drive of 5,300 is the narrowest itself', () => {
      expect(through('braskit-plover', 'tolvane-quay-2000', 'orme-step-4280')).toMatchObject({
        narrowest: 'drive reads',
        rate: { value: 5300e6 },
      });
    });

    it('a disk on 3 Gb/s is slower than its link, and about half as fast on its inner tracks', () => {
      expect(through('vellamar-skein', 'harlo-vigil-2000')).toMatchObject({
        narrowest: 'drive reads',
        rate: { value: 160e6, minus: 80e6 },
      });
    });

    it('a card through the old player: adapter 60 less 5 % is 57, the parallel port 66, the card 98 MB/s', () => {
      expect(through('vellamar-reed', 'lindrel-shell-256', 'orme-ferry-card')).toMatchObject({
        narrowest: 'adapter',
        rate: { value: expect.closeTo(57e6) },
      });
    });
  });

  it('has no common rate where the ends speak different protocols', () => {
    const [, slot] = driveChain(profile('braskit-osprey').places[0]!, drive('tolvane-brack-1000'), null);
    expect(slot!.rate).toMatchObject({ known: false, howToGet: expect.stringContaining('NVMe') });
  });

  it('knows USB by its names and no other', () => {
    expect(usbRate('USB 10 Gb/s')).toMatchObject({ value: expect.closeTo(1212e6 * 0.85) });
    expect([usbRate('USB 4'), usbRate('constructor')]).toEqual([null, null]);
  });
});
