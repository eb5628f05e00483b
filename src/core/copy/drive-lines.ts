import { readAtOnceBytes } from './read-errors';

/**
 * The way of a real drive to an image file and back, as plain lines of the system's own tools. Jicara never opens a drive itself. Drives
 * stand in them as variables that are empty until a person fills them in, so that no line runs as it stands.
 */

/** Some lines with what they do, for copying and printing. */
export type LineBlock = { title: string; does: string; lines: string[]; expects: string | null };

/** What must be known before any of them. */
export const driveCautions = [
  'A line that names the wrong drive destroys what is on it: tell each drive by model, serial number and size, never by its letter alone.',
  'Plug in one drive at a time where you can; unplug it, look which name goes away, plug it in again, and look again.',
  'A drive that clicks, is slow or reports errors is read once, into a file, before anything else is tried on it.',
  'Nothing of the drive may be in use: if the system opened its partitions by itself, close them first.',
  'The lines are for a Linux computer, want its administrator’s rights, and are run in a folder with room for the image.',
  'The maker’s manual, local rules and licensed practice come first.',
] as const;

export const oldImage = (jobId: string) => `${jobId}-old.img`;
export const usedList = (jobId: string) => `${jobId}-used.txt`;
export const readList = (jobId: string) => `${jobId}-read.txt`;

/** Telling which drive is which: the same for both. */
export const tellLines = (which: 'old' | 'new'): LineBlock => ({
  title: `Tell the ${which} drive`,
  does: `Run it with the drive unplugged and again with it plugged in: the line that is new is the ${which} drive. Hold its model and serial number against the label, then name it.`,
  lines: [
    'lsblk -d -b -o PATH,SIZE,MODEL,SERIAL,RO',
    `${which.toUpperCase()}_DRIVE=`,
    `${which.toUpperCase()}_BYTES=`,
  ],
  expects: `Type the PATH and the SIZE that it tells behind the two signs =.`,
});

/** Reading the whole old drive into a file, its errors kept apart. */
export function readLines(jobId: string): LineBlock[] {
  const image = oldImage(jobId);
  return [
    tellLines('old'),
    {
      title: 'Read it into a file',
      does: `All of it, ${readAtOnceBytes} bytes at a time; what cannot be read becomes zeros, and is noted in ${image}.errors, which stays beside the image: Jicara reads it and names what is lost.`,
      lines: [
        `LC_ALL=C dd if="\${OLD_DRIVE:?}" of=${image} bs=${readAtOnceBytes} conv=noerror,sync,sparse,excl status=progress 2>&1 | tee ${image}.errors`,
        `truncate -s "\${OLD_BYTES:?}" ${image}`,
        `test "$(stat -c %s ${image})" -eq "\${OLD_BYTES:?}" && echo The sizes agree.`,
      ],
      expects: 'It ends with: The sizes agree.',
    },
    {
      title: 'Or, where it reports errors',
      does: `The package gddrescue reads around bad places first and keeps its map in ${image}.map; Jicara reads that as well. The same line goes on where it was stopped.`,
      lines: [`ddrescue -r1 "\${OLD_DRIVE:?}" ${image} ${image}.map`],
      expects: null,
    },
  ];
}

/** Writing the finished image to the new drive, used areas only or whole. */
export function writeLines(jobId: string, image: string, driveBytes: number): LineBlock[] {
  const used = usedList(jobId);
  return [
    tellLines('new'),
    {
      title: 'Hold the sizes against each other',
      does: 'The image was laid out for the new drive’s true size: a partition table’s mirror stands at its very end.',
      lines: [`test "$(stat -c %s ${image})" -eq "\${NEW_BYTES:?}" && echo The sizes agree.`],
      expects: `The image has ${driveBytes} bytes. Where it prints nothing, stop: lay it out anew for the size that the drive has.`,
    },
    {
      title: 'Write its used areas',
      does: `Only the stretches that the copy filled, as ${used} lists them: right for a new drive, or one whose remains may stay between them.`,
      lines: [
        'test -e "${NEW_DRIVE:?}" && while read -r sum at bytes; do',
        `  dd if=${image} of="\${NEW_DRIVE:?}" bs=1M iflag=skip_bytes,count_bytes oflag=seek_bytes skip="$at" seek="$at" count="$bytes" conv=nocreat,notrunc status=none || break`,
        `done < ${used}`,
        'sync "${NEW_DRIVE:?}"',
      ],
      expects: null,
    },
    {
      title: 'Or write all of it',
      does: 'Every byte of the image, zeros too: longer, and nothing old is left anywhere on the drive.',
      lines: [`dd if=${image} of="\${NEW_DRIVE:?}" bs=1M conv=nocreat,notrunc,fsync status=progress`],
      expects: null,
    },
  ];
}

/** Reading the used stretches of the new drive back, as checksums. */
export function checkLines(jobId: string): LineBlock {
  const [used, read] = [usedList(jobId), readList(jobId)];
  return {
    title: 'Read it back',
    does: `Unplug the new drive and plug it in again first, so that nothing comes from this computer’s cache, and tell it anew. Then bring ${read}, or what is printed, back to Jicara.`,
    lines: [
      'test -e "${NEW_DRIVE:?}" && while read -r sum at bytes; do',
      `  printf '%s %s %s\\n' "$(dd if="\${NEW_DRIVE:?}" bs=1M iflag=skip_bytes,count_bytes skip="$at" count="$bytes" status=none | sha256sum | cut -c1-64)" "$at" "$bytes"`,
      `done < ${used} | tee ${read}`,
    ],
    expects: null,
  };
}

/** Reading the beginning and the end of the new drive into an image of its true size, to look for what must be there for it to start. */
export function endsLines(jobId: string): LineBlock[] {
  const image = `${jobId}-ends.img`;
  return [
    tellLines('new'),
    {
      title: 'Read its beginning and its end',
      does: 'The first gibibyte and the last mebibyte, into a file as long as the drive: enough to look for the table, its mirror and the start file. What lies between is not looked at.',
      lines: [
        `truncate -s "\${NEW_BYTES:?}" ${image}`,
        `dd if="\${NEW_DRIVE:?}" of=${image} bs=1M count=1024 conv=notrunc,sparse status=none`,
        `dd if="\${NEW_DRIVE:?}" of=${image} bs=1M iflag=skip_bytes oflag=seek_bytes skip="$((NEW_BYTES - 1048576))" seek="$((NEW_BYTES - 1048576))" conv=notrunc status=none`,
      ],
      expects: null,
    },
  ];
}

/** Lines as one text, for copying and for tests that run them. */
export const linesText = ({ lines }: Pick<LineBlock, 'lines'>): string => `${lines.join('\n')}\n`;
