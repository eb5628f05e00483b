import { MemoryReader, readContent } from '..';
import { viewOf } from '../bytes';

/** An HFS+ of 1,000 blocks of 4 KiB, 400 of them free, whose catalogue at block 50 begins with the volume's name. */
function hfsPlus(name: string): Uint8Array {
  const bytes = new Uint8Array(1000 * 4096);
  const header = viewOf(bytes.subarray(1024));
  bytes.set(new TextEncoder().encode('H+'), 1024);
  header.setUint32(40, 4096, false);
  header.setUint32(44, 1000, false);
  header.setUint32(48, 400, false);
  header.setUint32(272 + 16, 50, false);
  const tree = viewOf(bytes.subarray(50 * 4096));
  tree.setUint32(24, 1, false);
  tree.setUint16(32, 4096, false);
  const leaf = bytes.subarray(51 * 4096);
  leaf[8] = 0xff;
  const key = viewOf(leaf);
  key.setUint32(16, 1, false);
  key.setUint16(20, name.length, false);
  [...name].forEach((letter, i) => key.setUint16(22 + 2 * i, letter.charCodeAt(0), false));
  return bytes;
}

const content = (bytes: Uint8Array) => readContent(new MemoryReader(bytes));

describe('what is told by its mark', () => {
  it('HFS+: size, label and what it counts as free; its used blocks are not known', async () => {
    expect(await content(hfsPlus('Brücke'))).toMatchObject({
      kind: 'file-system',
      fileSystem: {
        kind: 'HFS+',
        label: 'Brücke',
        bytes: 1000 * 4096,
        freeBytes: 400 * 4096,
        usage: { known: false },
      },
    });
  });

  it('HFS+ with a catalogue that leads nowhere has no label, and one that claims too much is not read', async () => {
    const lost = hfsPlus('Brücke');
    viewOf(lost.subarray(1024)).setUint32(272 + 16, 0xffffffff, false);
    expect(await content(lost)).toMatchObject({ fileSystem: { label: '' } });
    const large = hfsPlus('Brücke');
    viewOf(large.subarray(1024)).setUint32(44, 0xffffffff, false);
    expect(await content(large)).toMatchObject({
      kind: 'unread',
      why: expect.stringContaining('claims more'),
    });
  });

  it('volume encryption: sealed, whatever stands behind its mark', async () => {
    const bytes = new Uint8Array(2 ** 17);
    bytes.set(new TextEncoder().encode('-FVE-FS-'), 3);
    expect(await content(bytes)).toEqual({ kind: 'sealed', by: 'full-volume encryption' });
  });

  it('a swap partition onto which a device was put to sleep is carried whole, and says why', async () => {
    const bytes = new Uint8Array(2 ** 16);
    bytes.set(new TextEncoder().encode('S1SUSPEND'), 4086);
    expect(await content(bytes)).toMatchObject({
      fileSystem: {
        kind: 'swap',
        usage: { known: false },
        faults: [expect.stringContaining('shut it down first')],
      },
    });
  });

  it('nothing at all: said so', async () => {
    expect(await content(new Uint8Array(2 ** 17))).toMatchObject({ kind: 'unread' });
  });
});
