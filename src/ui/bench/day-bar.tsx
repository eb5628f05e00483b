import { useDraggable } from '@dnd-kit/core';
import { Pin } from 'lucide-react';
import type { DayTask, Slot } from '@/core/day';
import Link from '../link';
import type { Stretch } from './lanes';

type Props = {
  slot: Slot;
  task: DayTask;
  device: string;
  /** The colour of its job; words and numbers tell jobs apart as well. */
  fill: string;
  stretch: Stretch;
  times: string;
  isPinned: boolean;
  /** True where the key did something here. */
  onKey: (key: string) => boolean;
};

/**
 * One piece of work in its lane: it leads to its job, and where it is of hands it can be moved. A narrow one bears no
 * words: it is read by pointing, and by who hears it.
 */
export function DayBar({ slot, task, device, fill, stretch, times, isPinned, onKey }: Props) {
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({
    id: slot.taskId,
    disabled: !task.hands,
  });
  const left = stretch.share(slot.from);
  const width = stretch.share(Math.min(slot.to, stretch.end)) - left;
  const words = `${times}: ${task.what}, ${device} ${task.jobId}${isPinned ? ', pinned' : ''}`;
  const look = task.hands
    ? { background: `var(${fill})`, color: '#fff' }
    : { background: `color-mix(in srgb, var(${fill}) 24%, var(--surface))`, color: 'var(--ink)' };
  return (
    <li
      ref={setNodeRef}
      className={`@container absolute inset-y-1 ${isDragging ? 'z-10' : ''}`}
      style={{
        left: `${left * 100}%`,
        width: `${width * 100}%`,
        transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined,
      }}
      {...(task.hands ? listeners : {})}
    >
      <Link
        href={`/jobs/${task.jobId}`}
        aria-label={words}
        aria-keyshortcuts={task.hands ? 'ArrowLeft ArrowRight ArrowUp ArrowDown P' : undefined}
        title={words}
        data-task={slot.taskId}
        data-drawn
        draggable={false}
        onKeyDown={(event) => {
          if (!event.ctrlKey && !event.metaKey && !event.altKey && onKey(event.key)) event.preventDefault();
        }}
        className={`flex h-full min-w-1 touch-none items-center gap-1 overflow-hidden rounded-md px-1 text-[0.75rem] leading-tight whitespace-nowrap ${isPinned ? 'outline-2 -outline-offset-2 outline-tight-fill' : ''}`}
        style={look}
      >
        {isPinned && <Pin className="hidden size-3 shrink-0 @min-[1.25rem]:inline" aria-hidden />}
        <span className="hidden truncate @min-[3rem]:inline">
          {task.what} · {device}
        </span>
      </Link>
    </li>
  );
}
