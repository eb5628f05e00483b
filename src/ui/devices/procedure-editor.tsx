'use client';
import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  closestCenter,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { useState } from 'react';
import type { DeviceProfile } from '@/core/device';
import type { Procedure, ProcedureFault } from '@/core/work';
import { Button } from '../button';
import { Card } from '../station-frame';
import { type ListName, changed, listNames, moved, withStep } from './procedure-draft';
import { StepEditor } from './step-editor';

type Props = {
  profile: DeviceProfile;
  procedure: Procedure;
  faults: ProcedureFault[];
  onProcedure: (procedure: Procedure) => void;
};

const lists: readonly ListName[] = ['open', 'swap', 'close'];

/** The acts of a device as a table: moved by drag or by keys, each opened where it stands, each with what is wrong with it. */
export function ProcedureEditor({ profile, procedure, faults, onProcedure }: Props) {
  const [openId, setOpenId] = useState<string | null>(null);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  return (
    <div className="grid gap-3.5">
      {lists.map((list) => {
        const steps = procedure[list];
        const ids = steps.map(({ id }) => id);
        return (
          <Card
            key={list}
            title={listNames[list]}
            hint="drag a handle; or Space on it, arrow keys, Space"
            tools={
              <Button onClick={() => onProcedure(withStep(procedure, list, steps.length - 1))}>
                Add an act
              </Button>
            }
          >
            <DndContext
              id={`order-${list}`}
              sensors={sensors}
              collisionDetection={closestCenter}
              onDragEnd={({ active, over }) => {
                if (over && active.id !== over.id)
                  onProcedure(
                    moved(procedure, list, ids.indexOf(String(active.id)), ids.indexOf(String(over.id))),
                  );
              }}
            >
              <SortableContext items={ids} strategy={verticalListSortingStrategy}>
                <ol>
                  {steps.map((step, i) => (
                    <Row
                      key={step.id}
                      n={i + 1}
                      id={step.id}
                      title={step.title}
                      faults={faults.filter(({ path }) => path[0] === list && path[1] === i)}
                      isOpen={openId === step.id}
                      onOpen={() => setOpenId(openId === step.id ? null : step.id)}
                      onUp={i > 0 ? () => onProcedure(moved(procedure, list, i, i - 1)) : null}
                      onDown={
                        i < steps.length - 1 ? () => onProcedure(moved(procedure, list, i, i + 1)) : null
                      }
                      onRemove={() => onProcedure(changed(procedure, list, i, null))}
                    >
                      <StepEditor
                        profile={profile}
                        procedure={procedure}
                        step={step}
                        onStep={(next) => onProcedure(changed(procedure, list, i, next))}
                      />
                    </Row>
                  ))}
                </ol>
              </SortableContext>
            </DndContext>
            {steps.length === 0 && <p className="text-soft">Nothing here yet.</p>}
          </Card>
        );
      })}
    </div>
  );
}

function Row({
  n,
  id,
  title,
  faults,
  isOpen,
  onOpen,
  onUp,
  onDown,
  onRemove,
  children,
}: {
  n: number;
  id: string;
  title: string;
  faults: ProcedureFault[];
  isOpen: boolean;
  onOpen: () => void;
  onUp: (() => void) | null;
  onDown: (() => void) | null;
  onRemove: () => void;
  children: React.ReactNode;
}) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id });
  return (
    <li
      ref={setNodeRef}
      style={{
        transform: transform ? `translate3d(0, ${transform.y}px, 0)` : undefined,
        transition,
      }}
      className={`border-b border-dashed py-1.5 last:border-0 ${isDragging ? 'bg-sunken' : ''}`}
    >
      <div className="flex items-center gap-2">
        <button
          type="button"
          className="min-h-11 min-w-11 cursor-grab rounded-lg text-soft hover:bg-sunken"
          {...attributes}
          {...listeners}
          aria-label={`Move ${title}`}
        >
          ⠿
        </button>
        <span className="figures w-7 text-right text-soft">{n}</span>
        <button
          type="button"
          className="min-h-11 min-w-0 flex-1 text-left font-semibold"
          aria-expanded={isOpen}
          onClick={onOpen}
        >
          {title} <span className="figures text-[0.8125rem] font-normal text-soft">{id}</span>
        </button>
        {faults.length > 0 && (
          <b className="text-[0.875rem] text-over">
            {faults.length} {faults.length === 1 ? 'fault' : 'faults'}
          </b>
        )}
        <Button kind="quiet" aria-label={`Up: ${title}`} disabled={!onUp} onClick={onUp ?? undefined}>
          ↑
        </Button>
        <Button kind="quiet" aria-label={`Down: ${title}`} disabled={!onDown} onClick={onDown ?? undefined}>
          ↓
        </Button>
      </div>
      {faults.map(({ message, mend }) => (
        <p key={message} className="ml-[5.5rem] text-[0.875rem] text-over">
          {message} <span className="text-soft">{mend}</span>
        </p>
      ))}
      {isOpen && (
        <div className="ml-[5.5rem] mt-2 rounded-xl bg-sunken p-3">
          {children}
          <div className="mt-3">
            <Button onClick={onRemove}>Take this act out</Button>
          </div>
        </div>
      )}
    </li>
  );
}
