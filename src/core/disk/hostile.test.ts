import fc from 'fast-check';
import { type DriveReading, fileSystemOf, readContent, readDrive } from '.';
import { hostileImages } from './hostile.test.data';
import { tinyVolumes } from './tiny-volumes.test.data';

/** Every sentence that a reading complains with. */
function complaints(reading: DriveReading): string[] {
  const contents = Object.values(reading.contents).flatMap((content) =>
    content.kind === 'unread'
      ? [content.why]
      : content.kind === 'file-system'
        ? [
            ...content.fileSystem.faults,
            ...(content.fileSystem.usage.known ? [] : [content.fileSystem.usage.why]),
          ]
        : [],
  );
  return [...reading.faults.map(({ sentence }) => sentence), ...contents];
}

describe('images made to mislead', () => {
  const images = hostileImages();

  it('are more than fifty', () => {
    expect(images.length).toBeGreaterThanOrEqual(50);
  });

  it.each(images)('$what: ends in a stated fault, in bounded time', async ({ reader }) => {
    const started = performance.now();
    const reading = await readDrive(reader);
    expect(complaints(reading)).not.toEqual([]);
    // Each takes a few milliseconds; a walk over billions of entries would take minutes.
    expect(performance.now() - started).toBeLessThan(5000);
  });
});

describe('small volumes', () => {
  it.each(Object.entries(tinyVolumes))('%s is read without a fault', async (kind, make) => {
    const content = await readContent(make());
    expect(content).toMatchObject({ fileSystem: { kind, faults: [], usage: { known: true } } });
  });

  it.each(Object.entries(tinyVolumes))(
    '%s with any bytes spoilt is read inside its bounds',
    async (_, make) => {
      await fc.assert(
        fc.asyncProperty(
          fc.array(fc.tuple(fc.oneof(fc.nat(600), fc.nat(3000), fc.nat(200_000)), fc.nat(255)), {
            minLength: 1,
            maxLength: 6,
          }),
          async (bytes) => {
            const memory = make();
            for (const [at, byte] of bytes) memory.write(at, new Uint8Array([byte]));
            const reading = await readDrive(memory);
            const usage = fileSystemOf(reading, 1)?.usage;
            if (!usage?.known) return true;
            return usage.ranges.every(
              ({ start, end }, i) =>
                start >= (usage.ranges[i - 1]?.end ?? 0) && start < end && end <= memory.length,
            );
          },
        ),
        // An NTFS that says one sector more than it has lacks the one behind it.
        { numRuns: 150, examples: [[[[40, 65]]]] },
      );
    },
  );
});
