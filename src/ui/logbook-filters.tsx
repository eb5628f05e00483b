import type { LogbookQuery } from '@/core/logbook';
import { Choice } from './choice';
import { Field } from './field';

type Props = {
  query: LogbookQuery;
  devices: { id: string; name: string }[];
  onChange: (part: Partial<LogbookQuery>) => void;
};

const select = 'h-11 w-full rounded-xl border border-line-strong bg-surface px-3';

/** What narrows the logbook: words, state, device, days, order. */
export function LogbookFilters({ query, devices, onChange }: Props) {
  return (
    <search>
      <div className="grid items-end gap-3 md:grid-cols-[minmax(0,2fr)_repeat(4,minmax(0,1fr))]">
        <Field
          label="Words"
          type="search"
          placeholder="owner, serial, label, drive, a word of a note"
          value={query.q}
          onChange={({ target }) => onChange({ q: target.value.slice(0, 120) })}
        />
        <div>
          <label htmlFor="logbook-device" className="mb-1 block font-semibold">
            Device
          </label>
          <select
            id="logbook-device"
            className={select}
            value={query.profileId}
            onChange={({ target }) => onChange({ profileId: target.value })}
          >
            <option value="">all</option>
            {devices.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </div>
        <Field
          label="From"
          type="date"
          value={query.from}
          onChange={({ target }) => onChange({ from: target.value })}
        />
        <Field
          label="To"
          type="date"
          value={query.to}
          onChange={({ target }) => onChange({ to: target.value })}
        />
        <div>
          <label htmlFor="logbook-sort" className="mb-1 block font-semibold">
            Order
          </label>
          <select
            id="logbook-sort"
            className={select}
            value={query.sort}
            onChange={({ target }) => onChange({ sort: target.value as LogbookQuery['sort'] })}
          >
            <option value="newest">newest first</option>
            <option value="oldest">oldest first</option>
            <option value="owner">by owner</option>
            <option value="device">by device</option>
          </select>
        </div>
      </div>
      <div className="mt-3">
        <Choice
          legend="State"
          hideLegend
          value={query.state}
          onChange={(state) => onChange({ state })}
          options={[
            { value: 'all', label: 'All' },
            { value: 'open', label: 'Open' },
            { value: 'through', label: 'Through' },
          ]}
        />
      </div>
    </search>
  );
}
