import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import type { Item, Placement, PlacementQuestion, Store } from '@/core/placement';
import { type ShowOptions, showBytes, showRate } from '@/core/units';
import { Card } from '../station-frame';
import { StoreForm } from './store-form';

type Props = {
  question: PlacementQuestion;
  placement: Placement | null;
  options: ShowOptions & { locale: string };
  onChange: (question: PlacementQuestion) => void;
};

const runsWords: Record<Store['runs'], string> = {
  all: 'everything starts from it',
  some: 'starts what needs no quick drive',
  none: 'nothing starts from it',
};

/** The stores with what goes into each. A thing that is dragged, or given a number key, stays where it was put. */
export function StoresCard({ question, placement, options, onChange }: Props) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor),
  );
  const pin = (id: string, store: string | null) =>
    onChange({
      ...question,
      items: question.items.map((item) => (item.id === id ? { ...item, pinned: store } : item)),
    });
  const there = (store: string | null) =>
    question.items.filter((item) => (placement?.placed[item.id] ?? null) === store);
  const press = (item: Item, key: string): boolean => {
    if (key === 'Backspace' || key === '0') pin(item.id, null);
    else {
      const store = question.stores[Number(key) - 1];
      if (!store) return false;
      pin(item.id, store.id);
    }
    return true;
  };
  return (
    <Card title="Stores" hint="a tenth is left free; what the system itself takes there is not known">
      <DndContext
        sensors={sensors}
        onDragEnd={({ active, over }) => {
          if (over) pin(String(active.id), String(over.id));
        }}
      >
        <div className="grid gap-3 md:grid-cols-2">
          {question.stores.map((store, at) => (
            <StoreBox
              key={store.id}
              store={store}
              number={at + 1}
              items={placement ? there(store.id) : []}
              options={options}
              onPress={press}
              onRemove={
                question.stores.length > 1
                  ? () =>
                      onChange({
                        ...question,
                        stores: question.stores.filter(({ id }) => id !== store.id),
                        items: question.items.map((item) => ({
                          ...item,
                          pinned: item.pinned === store.id ? null : item.pinned,
                          now: item.now === store.id ? null : item.now,
                        })),
                      })
                  : null
              }
            />
          ))}
        </div>
        {placement && there(null).length > 0 && (
          <section className="mt-3">
            <h3 className="text-[0.9375rem]">Nowhere: fetched when wanted</h3>
            <ul className="mt-1 flex flex-wrap gap-1.5">
              {there(null).map((item) => (
                <Thing key={item.id} item={item} options={options} onPress={press} />
              ))}
            </ul>
          </section>
        )}
      </DndContext>
      <StoreForm question={question} onChange={onChange} />
    </Card>
  );
}

function StoreBox({
  store,
  number,
  items,
  options,
  onPress,
  onRemove,
}: {
  store: Store;
  number: number;
  items: Item[];
  options: Props['options'];
  onPress: (item: Item, key: string) => boolean;
  onRemove: (() => void) | null;
}) {
  const { setNodeRef, isOver } = useDroppable({ id: store.id });
  const used = items.reduce((sum, { bytes }) => sum + bytes, 0);
  const share = store.roomBytes > 0 ? used / store.roomBytes : 0;
  return (
    <section
      ref={setNodeRef}
      aria-label={store.name}
      className={`rounded-xl border p-3 ${isOver ? 'border-ink bg-sunken' : 'border-line-strong'}`}
    >
      <h3 className="flex items-baseline gap-2 text-[1rem]">
        <kbd className="figures rounded bg-sunken px-1.5 text-[0.8125rem]">{number}</kbd>
        {store.name}
        {onRemove && (
          <button
            type="button"
            className="ml-auto min-h-9 px-2 text-[0.875rem] font-normal underline underline-offset-4"
            onClick={onRemove}
          >
            Leave it out
          </button>
        )}
      </h3>
      <p className="text-[0.875rem] text-soft">
        {runsWords[store.runs]}; reads {showRate(store.readBytesPerS, options.locale)}, writes{' '}
        {showRate(store.writeBytesPerS, options.locale)}
      </p>
      <div className="mt-2 h-4 rounded bg-sunken" aria-hidden>
        <div className="h-full rounded bg-info-fill" style={{ width: `${Math.min(100, share * 100)}%` }} />
      </div>
      <p className="figures mt-1 text-[0.875rem]">
        {showBytes(used, options)} of {showBytes(store.roomBytes, options)}
      </p>
      <ul className="mt-2 flex max-h-64 flex-wrap gap-1.5 overflow-y-auto">
        {items.map((item) => (
          <Thing key={item.id} item={item} options={options} onPress={onPress} />
        ))}
      </ul>
    </section>
  );
}

function Thing({
  item,
  options,
  onPress,
}: {
  item: Item;
  options: Props['options'];
  onPress: (item: Item, key: string) => boolean;
}) {
  const { attributes, listeners, setNodeRef, transform } = useDraggable({ id: item.id });
  const isPinned = item.pinned !== null;
  return (
    <li
      ref={setNodeRef}
      style={transform ? { transform: `translate3d(${transform.x}px, ${transform.y}px, 0)` } : undefined}
    >
      <button
        type="button"
        className={`min-h-9 rounded-lg border px-2 text-[0.875rem] ${isPinned ? 'border-ink bg-sunken font-semibold' : 'border-line-strong bg-surface'}`}
        {...attributes}
        {...listeners}
        onKeyDown={(event) => {
          if (/^[0-9]$|^Backspace$/u.test(event.key) && onPress(item, event.key)) {
            event.preventDefault();
            event.stopPropagation();
            return;
          }
          listeners?.['onKeyDown']?.(event);
        }}
        aria-label={`${item.name}, ${showBytes(item.bytes, options)}${isPinned ? ', stays here' : ''}`}
      >
        <span dir="auto">{item.name}</span>{' '}
        <span className="figures text-soft">{showBytes(item.bytes, options)}</span>
        {isPinned && <span className="text-soft"> stays</span>}
      </button>
    </li>
  );
}
