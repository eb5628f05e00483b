import { DndContext, PointerSensor, useDroppable, useSensor, useSensors } from '@dnd-kit/core';
import { type ReactNode, useEffect, useLayoutEffect, useRef } from 'react';
import type { Day, Slot, TaskPin } from '@/core/day';
import { DayBar } from './day-bar';
import { type MomentShow, clockOf } from './day-clock';
import { type Lane, lanesOf, stretchOf } from './lanes';

type Props = {
  day: Day;
  slots: readonly Slot[];
  pins: Readonly<Record<string, TaskPin>>;
  now: string;
  show: MomentShow;
  /** Pins a task, or takes its pin out. */
  onPin: (taskId: string, pin: TaskPin | null) => void;
  /** What else can be done with the day. */
  children: ReactNode;
};

/** Pins stand on these minutes of the clock. */
const rasterMin = 5;
const fills = ['--part-a', '--part-b', '--part-c', '--part-d', '--part-e'];

/**
 * Lanes of hands and machines on one time line from now on. Work of hands is dragged along its lane or into another one, or moved by the
 * arrow keys, and stays pinned there; P takes the pin out.
 */
export function DayLanes({ day, slots, pins, now, show, onPin, children }: Props) {
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 8 } }));
  const clock = clockOf(now, show);
  const stretch = stretchOf(slots, now);
  const lanes = lanesOf(day, slots);
  const tasks = new Map(day.tasks.map((task) => [task.id, task]));
  const jobAt = new Map(day.jobs.map((job, i) => [job.id, { job, fill: fills[i % fills.length] ?? '' }]));
  const beyond = slots.filter(({ from }) => from >= stretch.end).length;
  const raster = rasterMin * 60_000;
  const onRaster = (ms: number) =>
    new Date(Math.round(Math.max(Date.parse(now), ms) / raster) * raster).toISOString();
  const dropAt = (slot: Slot, by: string, minutes: number) =>
    onPin(slot.taskId, { by, at: onRaster(Date.parse(clock.iso(slot.from + minutes))) });
  const pinAt = (slot: Slot, by: string, minutes: number) => {
    // From where it is pinned, so that key after key adds up while the day is planned anew; else from where it stands.
    const pin = pins[slot.taskId];
    const from = pin ? Date.parse(pin.at) : Date.parse(clock.iso(slot.from));
    onPin(slot.taskId, { by, at: onRaster(from + minutes * 60_000) });
  };
  // Moved by a key into another lane, a piece of work is drawn there anew: the focus goes with it.
  const section = useRef<HTMLElement>(null);
  const moved = useRef<string | null>(null);
  // Before anybody can press the next key.
  useLayoutEffect(() => {
    if (moved.current === null || document.activeElement !== document.body) return;
    section.current?.querySelector<HTMLElement>(`[data-task="${CSS.escape(moved.current)}"]`)?.focus();
  }, [slots]);
  // The click that ends a drag leads nowhere. It is caught before the drag's own listener, which keeps it from everyone behind.
  const dragged = useRef(false);
  useEffect(() => {
    const end = (event: Event) => {
      if (event.type === 'pointerdown') dragged.current = false;
      else if (dragged.current) event.preventDefault();
    };
    window.addEventListener('pointerdown', end, true);
    window.addEventListener('click', end, true);
    return () => {
      window.removeEventListener('pointerdown', end, true);
      window.removeEventListener('click', end, true);
    };
  }, []);
  /** Arrows: earlier and later, the person above and below; P: here, or free again. */
  const press = (slot: Slot, key: string): boolean => {
    if (slot.by === null) return false;
    moved.current = slot.taskId;
    const people = day.crew.map(({ initials }) => initials);
    // Whose it is: by its pin, where the plan does not show that yet.
    const by = pins[slot.taskId]?.by ?? slot.by;
    const other = (step: number) => people[people.indexOf(by) + step];
    if (key === 'ArrowLeft') pinAt(slot, by, -rasterMin);
    else if (key === 'ArrowRight') pinAt(slot, by, rasterMin);
    else if (key === 'ArrowUp' || key === 'ArrowDown') {
      const who = other(key === 'ArrowUp' ? -1 : 1);
      if (!who) return false;
      pinAt(slot, who, 0);
    } else if (key.toLowerCase() === 'p') {
      if (pins[slot.taskId]) onPin(slot.taskId, null);
      else pinAt(slot, slot.by, 0);
    } else return false;
    return true;
  };
  return (
    <section ref={section} aria-label="Hands and machines from now on" className="print:hidden">
      <div className="relative ml-28 h-6 text-[0.75rem] text-soft max-sm:ml-16" aria-hidden>
        {stretch.hours.map((minutes) => (
          <span
            key={minutes}
            className="figures absolute -translate-x-1/2 max-sm:even:hidden"
            style={{ left: `${stretch.share(minutes) * 100}%` }}
          >
            {clock.time(minutes)}
          </span>
        ))}
      </div>
      <DndContext
        sensors={sensors}
        onDragStart={() => {
          dragged.current = true;
        }}
        onDragEnd={({ active, over, delta }) => {
          const slot = slots.find(({ taskId }) => taskId === active.id);
          const lane = lanes.find(({ id }) => id === over?.id);
          if (!slot || !over || !lane?.person) return;
          dropAt(slot, lane.person, (delta.x / over.rect.width) * (stretch.end - stretch.begin));
        }}
      >
        {lanes.map((lane) => (
          <LaneRow key={lane.id} lane={lane}>
            {stretch.hours.map((minutes) => (
              <li
                key={minutes}
                aria-hidden
                className="absolute inset-y-0 w-px bg-line"
                style={{ left: `${stretch.share(minutes) * 100}%` }}
              />
            ))}
            {stretch.begin === 0 && (
              <li aria-hidden className="absolute inset-y-0 left-0 w-0.5 bg-cochineal" />
            )}
            {lane.slots
              .filter(({ from }) => from < stretch.end)
              .map((slot) => {
                const task = tasks.get(slot.taskId);
                const known = task && jobAt.get(task.jobId);
                return task && known ? (
                  <DayBar
                    key={slot.taskId}
                    slot={slot}
                    task={task}
                    device={known.job.device}
                    fill={known.fill}
                    stretch={stretch}
                    times={`${clock.time(slot.from)} to ${clock.time(slot.to)}`}
                    isPinned={pins[slot.taskId] !== undefined}
                    onKey={(key) => press(slot, key)}
                  />
                ) : null;
              })}
          </LaneRow>
        ))}
      </DndContext>
      <div className="mt-1.5 flex flex-wrap items-center gap-x-4 text-[0.8125rem] print:hidden">
        <p className="min-w-60 flex-1 text-soft">
          Solid: hands. Pale: runs alone. Drag work of hands, or move it with the arrow keys, to pin it; P
          takes the pin out.
          {beyond > 0 &&
            ` ${beyond} ${beyond === 1 ? 'piece of work begins' : 'pieces of work begin'} later than is drawn.`}
        </p>
        {children}
      </div>
    </section>
  );
}

function LaneRow({ lane, children }: { lane: Lane; children: ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id: lane.id, disabled: lane.person === null });
  return (
    <div className="flex items-stretch border-b border-dashed last:border-0">
      <h3 className="w-28 shrink-0 py-2 pr-2 text-[0.875rem] max-sm:w-16 max-sm:break-words">{lane.name}</h3>
      <ul
        ref={setNodeRef}
        className={`relative min-h-10 min-w-0 flex-1 ${isOver ? 'bg-sunken' : 'bg-surface'}`}
      >
        {children}
      </ul>
    </div>
  );
}
