'use client';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { rank } from '@/app/ask-catalogue';
import { getJson } from '@/app/call';
import { Shell } from '@/app/shell';
import { StartHere } from '@/app/start-here';
import { typedDriveId } from '@/core/ask';
import type { FrameView, PartsView } from '@/core/job-view';
import type { AskView } from '@/server';
import { AskAnswer } from '@/ui/ask/ask-answer';
import { AskField } from '@/ui/ask/ask-field';

/** Will this one do? One field that understands, the answer in one look, and an address to share. */
export function AskScreen({
  frame,
  parts,
  initial,
}: {
  frame: FrameView;
  parts: PartsView;
  initial: AskView;
}) {
  const router = useRouter();
  const [text, setText] = useState(initial.text);
  const [view, setView] = useState(initial);
  const [silent, setSilent] = useState(false);
  useEffect(() => {
    if (text === view.text) return;
    let current = true;
    const timer = setTimeout(() => {
      void getJson<AskView>(`/api/ask?q=${encodeURIComponent(text)}`).then((answered) => {
        if (!current) return;
        setSilent(!answered.ok);
        if (!answered.ok) return;
        setView(answered.value);
        window.history.replaceState(
          null,
          '',
          text.trim() ? `/ask?q=${encodeURIComponent(text.trim())}` : '/ask',
        );
      });
    }, 120);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [text, view.text]);
  return (
    <Shell frame={frame} at="ask">
      {!frame.hasProfiles ? (
        <main className="p-5">
          <h1 className="mb-3 text-[1.625rem]">Ask</h1>
          <StartHere frame={frame} />
        </main>
      ) : (
        <>
          <div className="border-b bg-surface px-5 py-3" data-print="no">
            <h1 className="sr-only">Ask</h1>
            <AskField text={text} view={view} silent={silent} onText={setText} />
          </div>
          <AskAnswer
            view={view}
            parts={parts}
            settings={frame.settings}
            now={frame.now}
            rank={rank}
            onAsk={setText}
            onTakeIn={(build) => {
              const query = new URLSearchParams({ profile: view.profile!.id });
              // A capacity that nobody stated is no wish.
              const stated = build?.drive.unstated?.includes('labelGB') ? undefined : build?.drive.labelGB;
              const wanted = view.question.labelGB ?? stated;
              const keep = (name: string, value: string | null) => value !== null && query.set(name, value);
              keep('wanted', wanted ? String(wanted) : null);
              keep('drive', build && build.drive.id !== typedDriveId ? build.drive.id : null);
              keep('place', view.placeId);
              keep('revision', view.revisionId);
              keep('version', view.systemVersion);
              // A drive of the catalogue says all by its id; what was only typed is kept as it was typed.
              if (!query.has('drive')) keep('asked', view.text.trim() || null);
              router.push(`/jobs/new?${query.toString()}`);
            }}
          />
        </>
      )}
    </Shell>
  );
}
