'use client';
import dynamic from 'next/dynamic';
import { usePathname, useRouter } from 'next/navigation';
import { type ReactNode, useEffect, useMemo, useState } from 'react';
import type { FrameView, JobLine } from '@/core/job-view';
import type { Findable } from '@/ui/find-dialog';
import type { SideBarPlace } from '@/ui/main-screens';
import { SideBar } from '@/ui/side-bar';
import { useKeys } from '@/ui/use-keys';
import { useLate } from '@/ui/use-late';
import { getJson, post } from './call';
import { useWorking } from './use-working';

const loadFind = () => import('@/ui/find-anything').then((m) => m.FindAnything);
const KeysDialog = dynamic(() => import('@/ui/keys-dialog').then((m) => m.KeysDialog), { ssr: false });

/** Jobs as they are found by typing; a job's own address leads to the station where its work is. */
const findable = ({ id, device, who, handedOverAt }: JobLine): Findable => ({
  href: `/jobs/${id}`,
  label: `${id} ${device}`,
  hint: handedOverAt ? `${who}, handed over` : who,
});

const themes = ['auto', 'light', 'dark'] as const;

const findMore = async (q: string): Promise<Findable[]> => {
  const found = await getJson<Findable[]>(`/api/find?q=${encodeURIComponent(q)}`);
  return found.ok ? found.value : [];
};

type Props = {
  /** Null while nothing of the workshop is read: a screen that waits, or one that failed. */
  frame: FrameView | null;
  at: SideBarPlace | null;
  children: ReactNode;
};

const content = 'content';

/** The screen that was shown before, in this window. */
let shownBefore: string | null = null;

/** Side bar, finding and the list of keys, around every screen. */
export function Shell({ frame, at, children }: Props) {
  const router = useRouter();
  const { picked, pick } = useWorking();
  const isHere = frame?.technicians.some(({ initials }) => initials === picked);
  const asPicked = frame && isHere ? { ...frame, settings: { ...frame.settings, working: picked } } : frame;
  const [finding, setFinding] = useState(false);
  const [keys, setKeys] = useState(false);
  const { part: Find, typed } = useLate(loadFind, finding, () => setFinding(false));
  useKeys({ '/': () => setFinding(true), '?': () => setKeys(true) });
  useEffect(() => {
    // Said on the page for whoever drives it from outside: from now on keys are heard.
    document.documentElement.dataset.keys = 'heard';
  }, []);
  const path = usePathname();
  useEffect(() => {
    const isOther = shownBefore !== null && shownBefore !== path;
    shownBefore = path;
    // What led here is gone with the screen before: who works by keyboard or hears the page goes on at the content.
    if (isOther && (document.activeElement ?? document.body) === document.body)
      document.getElementById(content)?.focus({ preventScroll: true });
  }, [path]);
  const jobs = frame?.jobs;
  const atHand = useMemo(() => (jobs ?? []).map(findable), [jobs]);
  const turnTheme = () => {
    const root = document.documentElement;
    const now = themes.indexOf((root.dataset.theme ?? 'auto') as (typeof themes)[number]);
    const dark = window.matchMedia('(prefers-color-scheme: dark)').matches;
    // From automatic, the first press shows the other one of light and dark.
    const next = now === 0 ? (dark ? 'light' : 'dark') : now === 1 ? 'dark' : 'light';
    root.dataset.theme = next;
    document.cookie = `theme=${next}; path=/; max-age=31536000; samesite=strict`;
  };
  return (
    <div className="flex h-dvh max-sm:flex-col short:h-auto short:min-h-dvh print:block print:h-auto">
      <a
        href={`#${content}`}
        data-print="no"
        className="sr-only rounded-b-xl bg-cochineal px-4 py-3 font-semibold text-cochineal-ink focus:not-sr-only focus:absolute focus:left-2 focus:top-0 focus:z-40"
      >
        Skip to the content
      </a>
      <SideBar
        frame={asPicked}
        at={at}
        onFind={() => setFinding(true)}
        onKeys={() => setKeys(true)}
        onTheme={turnTheme}
        onWorking={async (working) => {
          pick(working);
          // Whoever was picked last is also whom a new window begins with.
          await post('/api/workshop', { working });
          router.refresh();
        }}
      />
      <div
        id={content}
        tabIndex={-1}
        className="flex min-h-0 min-w-0 flex-1 flex-col outline-none print:block"
      >
        {children}
      </div>
      {keys && <KeysDialog open onOpenChange={setKeys} letters={frame?.settings.singleKeys ?? true} />}
      {finding && Find && (
        <Find
          open
          start={typed.current}
          onOpenChange={setFinding}
          items={atHand}
          find={findMore}
          onGo={(href) => {
            setFinding(false);
            router.push(href);
          }}
        />
      )}
    </div>
  );
}
