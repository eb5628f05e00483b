import fc from 'fast-check';
import {
  type PartitionTable,
  MemoryReader,
  buildTable,
  checkPartitions,
  crc32,
  guidFromBytes,
  guidToBytes,
  partitionTypeCodes,
  readTable,
  usableSectors,
} from '..';
import { SparseMemory } from '../sparse-memory.test.data';

const guid = (n: number) => `0000000${n}-1111-2222-3333-444455556666`;

function table(driveSectors: number, sectorBytes = 512): PartitionTable {
  return {
    kind: 'gpt',
    sectorBytes,
    driveSectors,
    diskGuid: guid(0),
    ...usableSectors(driveSectors, sectorBytes),
    partitions: [
      {
        number: 1,
        typeGuid: partitionTypeCodes.efiSystem,
        partGuid: guid(1),
        firstSector: 2048,
        lastSector: 4095,
        attributes: '0',
        name: 'EFI',
      },
      {
        number: 3,
        typeGuid: partitionTypeCodes.basicData,
        partGuid: guid(3),
        firstSector: 4096,
        lastSector: 8191,
        attributes: '8000000000000001',
        name: 'Wörk 𝄞',
      },
    ],
  };
}

function drive(of: PartitionTable) {
  const memory = new SparseMemory(of.driveSectors * of.sectorBytes);
  memory.writeAll(buildTable(of));
  return memory;
}

const codes = async (memory: SparseMemory, sectorBytes = 512) =>
  (await readTable(memory, sectorBytes)).faults.map((fault) => fault.code);

describe('partition table', () => {
  it('checks with the published CRC-32 check value', () => {
    // "123456789" → CBF43926, the check value in the catalogue of parametrised CRC algorithms.
    expect(crc32(new TextEncoder().encode('123456789')).toString(16)).toBe('cbf43926');
    expect(crc32(new Uint8Array())).toBe(0);
  });

  it('stores a GUID as the specification’s appendix A does: three groups turned, two not', () => {
    const bytes = guidToBytes('C12A7328-F81F-11D2-BA4B-00A0C93EC93B');
    expect([...bytes.subarray(0, 10)]).toEqual([0x28, 0x73, 0x2a, 0xc1, 0x1f, 0xf8, 0xd2, 0x11, 0xba, 0x4b]);
    fc.assert(
      fc.property(
        fc.uint8Array({ minLength: 16, maxLength: 16 }),
        (raw) => [...guidToBytes(guidFromBytes(raw))].join() === [...raw].join(),
      ),
    );
  });

  it.each([512, 4096])('reads what it wrote, with %i-byte sectors', async (sectorBytes) => {
    const written = table(100_000, sectorBytes);
    expect(await readTable(drive(written), sectorBytes)).toEqual({
      table: written,
      faults: [],
      usedHeader: 'primary',
    });
  });

  it('puts the structures where the specification says', async () => {
    const memory = drive(table(100_000));
    const record = await memory.read(0, 512);
    expect([record[450], record[510], record[511]]).toEqual([0xee, 0x55, 0xaa]);
    expect(new DataView(record.buffer).getUint32(458, true)).toBe(99_999);
    expect(new TextDecoder().decode(await memory.read(512, 8))).toBe('EFI PART');
    expect(new TextDecoder().decode(await memory.read(99_999 * 512, 8))).toBe('EFI PART');
    expect(usableSectors(100_000, 512)).toEqual({ firstUsable: 34, lastUsable: 99_966 });
    expect(usableSectors(100_000, 4096)).toEqual({ firstUsable: 6, lastUsable: 99_994 });
  });

  it('reads entries of 256 bytes, an array that lies elsewhere, and names the entry beyond which nothing is written', async () => {
    const memory = drive(table(40_000));
    const entries = new Uint8Array(200 * 256);
    const entry = await memory.read(1024, 128);
    // The second entry of 256 bytes, and the 150th.
    entries.set(entry, 256);
    const late = entry.slice();
    new DataView(late.buffer).setBigUint64(32, 10_000n, true);
    new DataView(late.buffer).setBigUint64(40, 11_999n, true);
    late.set(guidToBytes(guid(7)), 16);
    entries.set(late, 149 * 256);
    memory.write(20_000 * 512, entries);
    const header = (await memory.read(512, 512)).slice();
    const view = new DataView(header.buffer);
    view.setBigUint64(72, 20_000n, true);
    view.setUint32(80, 200, true);
    view.setUint32(84, 256, true);
    view.setUint32(88, crc32(entries), true);
    view.setUint32(16, 0, true);
    view.setUint32(16, crc32(header.subarray(0, 92)), true);
    memory.write(512, header);
    const read = await readTable(memory, 512);
    expect(read.table?.partitions.map(({ number, firstSector }) => [number, firstSector])).toEqual([
      [2, 2048],
      [150, 10_000],
    ]);
    // A copy would write 128 entries: what lies beyond is refused for that, and not lost.
    expect(checkPartitions(read.table!).map(({ code }) => code)).toContain('too-many-parts');
  });

  it('uses either header when the other is broken, and says which', async () => {
    const first = drive(table(100_000));
    first.write(512 + 60, new Uint8Array([99]));
    expect(await readTable(first, 512)).toMatchObject({
      usedHeader: 'mirror',
      faults: [{ code: 'primary-broken' }],
    });
    const entries = drive(table(100_000));
    entries.write(1024 + 40, new Uint8Array([99]));
    expect(await readTable(entries, 512)).toMatchObject({ usedHeader: 'mirror' });
    const mirror = drive(table(100_000));
    mirror.write(99_999 * 512, new Uint8Array([0]));
    expect(await readTable(mirror, 512)).toMatchObject({
      usedHeader: 'primary',
      faults: [{ code: 'mirror-broken' }],
    });
  });

  it('notices the mirror left in the middle after a plain copy to a bigger drive', async () => {
    const bigger = new SparseMemory(200_000 * 512);
    bigger.writeAll(buildTable(table(100_000)));
    expect(await codes(bigger)).toEqual(['mirror-not-at-end']);
  });

  it('states overlaps, bounds and partitions that differ', async () => {
    const wrong = table(100_000);
    wrong.partitions[1]!.firstSector = 4095;
    expect(checkPartitions(wrong).map((fault) => fault.code)).toEqual(['parts-overlap']);
    wrong.partitions[1]!.lastSector = 99_990;
    expect(await codes(drive(wrong))).toEqual(['part-out-of-bounds', 'parts-overlap']);
    const differs = drive(table(100_000));
    const other = buildTable({ ...table(100_000), partitions: [] });
    differs.writeAll(other.slice(0, 2));
    expect(await codes(differs)).toContain('headers-differ');
  });

  it('states a partition behind the last entry that is written here', () => {
    const many = table(100_000);
    many.partitions[1]!.number = 129;
    expect(checkPartitions(many).map((fault) => fault.code)).toEqual(['too-many-parts']);
  });

  it('ends in a stated fault, never in an exception, whatever the bytes are', async () => {
    await fc.assert(
      fc.asyncProperty(fc.uint8Array({ maxLength: 4096 }), async (noise) => {
        const reading = await readTable(new MemoryReader(noise), 512);
        return reading.table === null && reading.faults.at(-1)?.code === 'no-table';
      }),
    );
    await fc.assert(
      fc.asyncProperty(fc.nat(34 * 512 - 1), fc.integer({ min: 1, max: 255 }), async (at, flip) => {
        const memory = drive(table(10_000));
        const [byte] = await memory.read(at, 1);
        memory.write(at, new Uint8Array([byte! ^ flip]));
        // One flipped byte never changes what is read: the mirror stands in.
        return (
          JSON.stringify((await readTable(memory, 512)).table?.partitions) ===
          JSON.stringify(table(10_000).partitions)
        );
      }),
    );
  });
});
