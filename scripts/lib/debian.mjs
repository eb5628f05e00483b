import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { pathToFileURL } from 'node:url';

/** Installs Debian packages unless all the files they bring are there; says which ones to install by hand where it may not. */
function ensure(what, packages, files) {
  const isThere = () => files.every((names) => names.some((name) => existsSync(name)));
  if (isThere()) return true;
  const asRoot = process.getuid?.() === 0 ? [] : ['sudo', '-n'];
  const apt = (...args) => {
    const [command, ...rest] = [...asRoot, 'apt-get', ...args];
    const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
    return spawnSync(command, rest, { stdio: 'inherit', env }).status === 0;
  };
  console.log(`Installing ${what} …`);
  apt('update', '-qq');
  if (apt('install', '-y', '-qq', ...packages) && isThere()) return true;
  console.error(`${what} may not be installed here. Install Debian’s packages: ${packages.join(' ')}.`);
  return false;
}

/**
 * Debian's Chromium without its own windows, for the end-to-end tests: the same engine for half of the work. CHROMIUM names another one,
 * such as /usr/bin/chromium.
 */
export const ensureChromium = () =>
  ensure(
    'Debian’s Chromium',
    ['chromium-headless-shell'],
    [[process.env.CHROMIUM ?? '/usr/bin/chromium-headless-shell']],
  );

const inSbin = (name) => [`/usr/sbin/${name}`, `/sbin/${name}`, `/usr/bin/${name}`, `/bin/${name}`];

/** The tools that make and check file systems, and a machine to start copies in, for the tests that compare with them. */
export const ensureDiskTools = () =>
  ensure(
    'Debian’s file system tools',
    [
      'e2fsprogs',
      'dosfstools',
      'mtools',
      'ntfs-3g',
      'exfatprogs',
      'fdisk',
      'util-linux',
      'openssl',
      'btrfs-progs',
      'f2fs-tools',
      'xfsprogs',
      'cryptsetup-bin',
      'gddrescue',
      'qemu-system-x86',
      'ovmf',
    ],
    [
      'mke2fs',
      'mkfs.fat',
      'mcopy',
      'mkntfs',
      'mkfs.exfat',
      'sfdisk',
      'mkswap',
      'openssl',
      'mkfs.btrfs',
      'mkfs.f2fs',
      'mkfs.xfs',
      'cryptsetup',
      'ddrescue',
      'qemu-system-x86_64',
    ]
      .map(inSbin)
      .concat([['/usr/share/OVMF/OVMF_CODE_4M.fd']]),
  );

/** A clock that is set for one process, for the test of a whole day. */
export const ensureSetClock = () =>
  ensure(
    'Debian’s libfaketime',
    ['libfaketime'],
    [
      ['x86_64-linux-gnu', 'aarch64-linux-gnu'].map(
        (machine) => `/usr/lib/${machine}/faketime/libfaketimeMT.so.1`,
      ),
    ],
  );

// As a command of its own: all of it, one after the other, for apt serves one at a time.
if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href)
  process.exit([ensureDiskTools(), ensureChromium(), ensureSetClock()].every(Boolean) ? 0 : 1);
