'use client';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { holdLeaving } from '@/ui/leaving';
import { useKeys } from '@/ui/use-keys';

/** With a boundary of its own: without one the whole screen gives way while it is fetched, and what is typed meanwhile is lost. */
const LeaveDialog = dynamic(() => import('@/ui/leave-dialog').then((m) => m.LeaveDialog), { ssr: false });

/** Where a link that was pressed would lead to in this window; null where it opens elsewhere, or stays on this screen. */
function leadsTo(event: MouseEvent): string | null {
  const link = event.target instanceof Element ? event.target.closest('a') : null;
  const opensElsewhere = event.button !== 0 || event.ctrlKey || event.metaKey || event.shiftKey;
  if (!link?.href || link.target === '_blank' || link.hasAttribute('download') || opensElsewhere) return null;
  const { origin, pathname, search } = new URL(link.href);
  return origin === window.location.origin && pathname !== window.location.pathname
    ? pathname + search
    : null;
}

/**
 * The browser's own way back or on, held (HTML, Navigation API: a traversal within the document may be cancelled after the user did
 * something); answers with how to hear no longer. A browser without it goes back unasked.
 */
function holdTravel(ask: (go: () => void) => void): () => void {
  const { navigation } = window as { navigation?: Navigation };
  const hear = (event: NavigateEvent) => {
    const { destination, navigationType } = event;
    const isHere = new URL(destination.url).pathname === window.location.pathname;
    if (navigationType !== 'traverse' || !event.cancelable || isHere) return;
    event.preventDefault();
    const steps = destination.index - (navigation?.currentEntry?.index ?? 0);
    ask(() => {
      navigation?.removeEventListener('navigate', hear);
      window.history.go(steps);
    });
  };
  navigation?.addEventListener('navigate', hear);
  return () => navigation?.removeEventListener('navigate', hear);
}

/**
 * Shown while a screen holds what was typed and not saved: Escape, a link, Find, the way back or closing the window ask first. A button
 * that names what it does is not asked about.
 */
export function LeaveGuard({ leave }: { leave?: () => void }) {
  const router = useRouter();
  const [wanted, setWanted] = useState<{ go: () => void } | null>(null);
  useKeys({ Escape: leave && (() => setWanted({ go: leave })) });
  useEffect(() => {
    const ask = (href: string) => setWanted({ go: () => router.push(href) });
    const hear = (event: MouseEvent) => {
      const href = leadsTo(event);
      if (href === null) return;
      event.preventDefault();
      event.stopPropagation();
      ask(href);
    };
    const hold = (event: BeforeUnloadEvent) => event.preventDefault();
    document.addEventListener('click', hear, true);
    // Said on the page for whoever drives it from outside.
    document.documentElement.dataset.holds = 'typed';
    window.addEventListener('beforeunload', hold);
    const endHolding = holdLeaving(ask);
    const endTravel = holdTravel((go) => setWanted({ go }));
    return () => {
      endHolding();
      endTravel();
      document.removeEventListener('click', hear, true);
      delete document.documentElement.dataset.holds;
      window.removeEventListener('beforeunload', hold);
    };
  }, [router]);
  return wanted && <LeaveDialog stay={() => setWanted(null)} leave={wanted.go} />;
}
