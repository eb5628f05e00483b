import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const env = { ...process.env, PATH: `${process.env.PATH}:/usr/sbin:/sbin`, LC_ALL: 'C.UTF-8' };
const run = (command: string, ...args: string[]) =>
  execFileSync(command, args, { env, encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'] });

/** Why disks cannot be made and cut here; null where they can. */
export function cannotMount(): string | null {
  if (process.getuid?.() !== 0) return 'only root may mount a disk';
  if (!existsSync('/dev/loop-control')) return 'there are no loop devices';
  for (const name of ['mkfs.xfs', 'mke2fs'])
    if (!['/usr/sbin', '/sbin', '/usr/bin'].some((folder) => existsSync(join(folder, name))))
      return `${name} is missing`;
  return null;
}

export type SmallDisk = {
  /** Where it is mounted. */
  folder: string;
  /**
   * What a power cut at this instant would leave: the blocks that were given to the disk and nothing of what the system
   * still held. The cut is mounted when it is looked at, so that its file system recovers as it would, and taken away.
   */
  cut: () => { look: <T>(at: (folder: string) => Promise<T>) => Promise<T> };
  clear: () => void;
};

/**
 * An ext4 on a loop device, whose backing file lies on a loop-mounted XFS: there a file is cloned in one instant
 * (`cp --reflink=always`). A copy that takes time would be torn, and show states that no power cut leaves.
 */
export function smallDisk(bytes: number): SmallDisk {
  const base = mkdtempSync(join(tmpdir(), 'jicara-disk-'));
  const at = (name: string) => join(base, name);
  const mounted: string[] = [];
  const mount = (image: string, name: string) => {
    mkdirSync(at(name), { recursive: true });
    run('mount', '-o', 'loop', image, at(name));
    mounted.push(at(name));
    return at(name);
  };
  const unmount = (folder: string) => {
    run('umount', folder);
    mounted.splice(mounted.indexOf(folder), 1);
  };
  run('truncate', '-s', String(4 * bytes), at('under.img'));
  run('mkfs.xfs', '-q', '-m', 'reflink=1', at('under.img'));
  const under = mount(at('under.img'), 'under');
  const image = join(under, 'disk.img');
  run('truncate', '-s', String(bytes), image);
  run('mke2fs', '-q', '-F', '-t', 'ext4', image);
  const folder = mount(image, 'disk');
  let cuts = 0;
  return {
    folder,
    cut() {
      const clone = join(under, `cut-${(cuts += 1)}.img`);
      run('cp', '--reflink=always', image, clone);
      return {
        async look(at) {
          const after = mount(clone, 'cut');
          try {
            return await at(after);
          } finally {
            unmount(after);
            rmSync(clone);
          }
        },
      };
    },
    clear() {
      for (const one of [...mounted].reverse()) unmount(one);
      rmSync(base, { recursive: true, force: true });
    },
  };
}
