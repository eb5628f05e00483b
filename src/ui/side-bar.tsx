import {
  BookOpenText,
  CircleHelp,
  ClipboardPlus,
  Gamepad2,
  GraduationCap,
  HardDriveUpload,
  Keyboard,
  LampDesk,
  MemoryStick,
  MoonStar,
  ScanSearch,
  Search,
  Settings2,
} from 'lucide-react';
import Link from './link';
import type { FrameView } from '@/core/job-view';
export type SideBarPlace =
  | 'bench'
  | 'job'
  | 'take-in'
  | 'ask'
  | 'parts'
  | 'logbook'
  | 'devices'
  | 'dock'
  | 'look-inside'
  | 'practice'
  | 'workshop';

type Props = {
  frame: FrameView;
  at: SideBarPlace;
  onFind: () => void;
  onKeys: () => void;
  onTheme: () => void;
  onWorking: (initials: string) => void;
};

const screens: { at: SideBarPlace; href: string; words: string; Icon: typeof LampDesk }[] = [
  { at: 'bench', href: '/', words: 'Bench', Icon: LampDesk },
  { at: 'take-in', href: '/jobs/new', words: 'Take in', Icon: ClipboardPlus },
  { at: 'ask', href: '/ask', words: 'Ask', Icon: CircleHelp },
  { at: 'logbook', href: '/logbook', words: 'Logbook', Icon: BookOpenText },
  { at: 'parts', href: '/parts', words: 'Parts', Icon: MemoryStick },
  { at: 'devices', href: '/devices', words: 'Devices', Icon: Gamepad2 },
  { at: 'dock', href: '/dock', words: 'Dock', Icon: HardDriveUpload },
  { at: 'look-inside', href: '/look-inside', words: 'Look inside', Icon: ScanSearch },
  { at: 'practice', href: '/practice', words: 'Practice', Icon: GraduationCap },
  { at: 'workshop', href: '/workshop', words: 'Workshop', Icon: Settings2 },
];

const item =
  'flex min-h-11 w-full flex-col items-center justify-center gap-0.5 rounded-lg px-1 py-1 text-center text-[11.5px] leading-tight hover:bg-lacquer-raised';

function Sign() {
  return (
    <svg viewBox="0 0 34 22" className="mx-auto w-9" aria-hidden>
      <path
        d="M2 4 H32 A15 15 0 0 1 2 4 Z"
        fill="none"
        stroke="var(--tight-fill)"
        strokeWidth="2.4"
        strokeLinejoin="round"
      />
      <path d="M5.4 10 H28.6 A12 11 0 0 1 5.4 10 Z" fill="var(--tight-fill)" />
    </svg>
  );
}

/** What works, nothing else: bench, taking in, asking, the catalogue, the workshop; finding, keys, light; and who is working. */
export function SideBar({ frame, at, onFind, onKeys, onTheme, onWorking }: Props) {
  const { settings, technicians } = frame;
  const here = (name: Props['at']) => (at === name ? 'bg-lacquer-raised font-semibold' : '');
  return (
    <header
      data-print="no"
      className="flex w-[76px] shrink-0 flex-col gap-1 short:sticky short:top-0 short:h-dvh short:overflow-y-auto bg-lacquer px-1.5 py-3 text-lacquer-ink [--info:#f3d9a2]"
    >
      <Link href="/" className="mb-2 rounded-lg pt-1 text-center">
        <Sign />
        <span className="font-display text-[14px] font-bold">Jícara</span>
      </Link>
      <nav aria-label="Main" className="flex flex-col gap-1">
        {screens.map(({ at: place, href, words, Icon }) => (
          <Link
            key={href}
            href={href}
            className={`${item} ${here(place)}`}
            aria-current={at === place ? 'page' : undefined}
          >
            <Icon className="size-5" aria-hidden />
            {words}
          </Link>
        ))}
      </nav>
      <div className="mt-auto flex flex-col gap-1">
        <button type="button" className={item} onClick={onFind}>
          <Search className="size-5" aria-hidden />
          Find
        </button>
        <button type="button" className={item} onClick={onKeys}>
          <Keyboard className="size-5" aria-hidden />
          Keys
        </button>
        <button type="button" className={item} onClick={onTheme}>
          <MoonStar className="size-5" aria-hidden />
          Light
        </button>
        {technicians.length > 0 && (
          <label className="block text-center text-[11.5px]">
            Working
            <select
              className="mt-0.5 h-11 w-full rounded-lg border border-lacquer-raised bg-lacquer-raised px-1 text-center text-[14px] font-bold text-lacquer-ink"
              value={settings.working ?? ''}
              onChange={(event) => onWorking(event.target.value)}
            >
              {settings.working === null && <option value="">?</option>}
              {technicians.map(({ initials, name }) => (
                <option key={initials} value={initials} title={name}>
                  {initials}
                </option>
              ))}
            </select>
          </label>
        )}
      </div>
    </header>
  );
}
