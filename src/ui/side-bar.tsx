import { Keyboard, Menu, MoonStar, Search } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { FrameView } from '@/core/job-view';
import Link from './link';
import { type SideBarPlace, mainScreens } from './main-screens';

// A window is loaded when it is asked for: most screens show none.
const PhoneMenu = dynamic(() => import('./dialog-frame').then((m) => m.DialogFrame), { ssr: false });

type Props = {
  /** Null where nothing of the workshop could be read yet: the screens are named all the same. */
  frame: FrameView | null;
  at: SideBarPlace | null;
  onFind: () => void;
  onKeys: () => void;
  onTheme: () => void;
  onWorking: (initials: string) => void;
};

const item =
  'flex min-h-[2.6rem] w-full flex-col items-center justify-center rounded-lg px-1 py-0.5 text-center text-[0.72rem] leading-tight hover:bg-lacquer-raised';
const ground = 'bg-lacquer text-lacquer-ink [--info:#f3d9a2]';

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

/** The main screens; the one that is shown is marked. */
function MainNav({ at, className, onGo }: { at: Props['at']; className: string; onGo?: () => void }) {
  return (
    <nav aria-label="Main" className={className}>
      {mainScreens.map(({ at: place, href, words, Icon }) => (
        <Link
          key={href}
          href={href}
          onClick={onGo}
          className={`${item} ${at === place ? 'bg-lacquer-raised font-semibold' : ''}`}
          aria-current={at === place ? 'page' : undefined}
        >
          <Icon className="size-5" aria-hidden />
          {words}
        </Link>
      ))}
    </nav>
  );
}

/** Keys, light, and who is working. */
function Tools({
  frame,
  onKeys,
  onTheme,
  onWorking,
}: Pick<Props, 'frame' | 'onKeys' | 'onTheme' | 'onWorking'>) {
  return (
    <>
      <button type="button" className={item} onClick={onKeys}>
        <Keyboard className="size-5" aria-hidden />
        Keys
      </button>
      <button type="button" className={item} onClick={onTheme}>
        <MoonStar className="size-5" aria-hidden />
        Light
      </button>
      {frame && frame.technicians.length > 0 && (
        <label className="block text-center text-[0.72rem]">
          Working
          <select
            className="mt-0.5 h-11 w-full rounded-lg border border-lacquer-raised bg-lacquer-raised px-1 text-center text-[0.875rem] font-bold text-lacquer-ink"
            value={frame.settings.working ?? ''}
            onChange={(event) => onWorking(event.target.value)}
          >
            {frame.settings.working === null && <option value="">?</option>}
            {frame.technicians.map(({ initials, name }) => (
              <option key={initials} value={initials} title={name}>
                {initials}
              </option>
            ))}
          </select>
        </label>
      )}
    </>
  );
}

/** What works, nothing else: the main screens, finding, keys, light, and who is working. On a phone all of it is behind one key. */
export function SideBar({ frame, at, onFind, onKeys, onTheme, onWorking }: Props) {
  const [isOpen, setOpen] = useState(false);
  const tools = { frame, onTheme, onWorking };
  return (
    <>
      <header
        data-print="no"
        className={`flex w-[4.75rem] shrink-0 flex-col gap-1 px-1.5 py-2 max-sm:hidden short:sticky short:top-0 short:h-dvh short:overflow-y-auto ${ground}`}
      >
        <Link href="/" className="mb-2 rounded-lg pt-1 text-center">
          <Sign />
          <span className="font-display text-[0.875rem] font-bold">Jicara</span>
        </Link>
        <MainNav at={at} className="flex flex-col" />
        <div className="mt-auto flex flex-col">
          <button type="button" className={item} onClick={onFind}>
            <Search className="size-5" aria-hidden />
            Find
          </button>
          <Tools {...tools} onKeys={onKeys} />
        </div>
      </header>
      <header data-print="no" className={`flex shrink-0 items-center gap-1 px-2 sm:hidden ${ground}`}>
        <button
          type="button"
          className="inline-flex min-h-11 items-center gap-2 rounded-lg px-2 font-semibold"
          aria-expanded={isOpen}
          onClick={() => setOpen(true)}
        >
          <Menu className="size-5" aria-hidden />
          Menu
        </button>
        <Link href="/" className="mx-auto flex min-h-11 items-center gap-2 font-display font-bold">
          <Sign />
          Jicara
        </Link>
        <button
          type="button"
          className="inline-flex min-h-11 items-center gap-2 rounded-lg px-2 font-semibold"
          onClick={onFind}
        >
          <Search className="size-5" aria-hidden />
          Find
        </button>
        {isOpen && (
          <PhoneMenu title="Menu" open onOpenChange={setOpen}>
            <div className={`rounded-xl p-2 ${ground}`}>
              <MainNav at={at} className="grid grid-cols-3 gap-1" onGo={() => setOpen(false)} />
              <div className="mt-2 grid grid-cols-3 items-end gap-1 border-t border-lacquer-raised pt-2">
                <Tools
                  {...tools}
                  onKeys={() => {
                    setOpen(false);
                    onKeys();
                  }}
                />
              </div>
            </div>
          </PhoneMenu>
        )}
      </header>
    </>
  );
}
