/** What can be switched on, what it does, and how a copy must notice it. */
const listed: [id: string, name: string, what: string][] = [
  [
    'slow-cable',
    'Slow cable',
    'carries USB 2.0 only: the rate is far below the links, and suspects are named',
  ],
  ['unplugged', 'Unplugged in the middle', 'the new drive goes away: the copy stops, and goes on later'],
  [
    'bad-sectors',
    'Bad sectors',
    'two places of the old drive cannot be read: retried, filled, listed with their files',
  ],
  ['flipped-bits', 'Flipped bits on write', 'one bit turns over: reading back finds it'],
  ['full-cache', 'Full cache', 'the new drive slows down after a quarter: the drop is shown as it happens'],
  [
    'false-size',
    'False size',
    'the new drive keeps a quarter of what it states: found before the copy, or by reading back',
  ],
  ['wrong-drive', 'Wrong drive in the port', 'another drive than the armed one: nothing is written'],
  ['maker-offline', 'Image server away', 'the maker’s server does not answer: what was fetched stays'],
];

/** Faults to practise with: each must be noticed by the copy itself. */
export function PracticeFaults({
  faults,
  isOpen,
  onChange,
}: {
  faults: string[];
  /** Unfolded: a workshop of practice alone. */
  isOpen: boolean;
  onChange: (faults: string[]) => void;
}) {
  return (
    <details open={isOpen || faults.length > 0}>
      <summary className="cursor-pointer font-display text-[1.0625rem] font-bold">
        Faults to practise with
      </summary>
      <p className="mb-1 text-[0.875rem] text-soft">
        {faults.length === 0
          ? 'All are off; they act on practice alone.'
          : `${faults.length} on, for every practice copy that is started from now on; real drives never.`}
      </p>
      <ul>
        {listed.map(([id, name, what]) => (
          <li key={id} className="border-b border-dashed border-line last:border-0">
            <label className="flex min-h-11 cursor-pointer items-start gap-3 py-2">
              <input
                type="checkbox"
                className="mt-1 size-5 shrink-0 accent-(--cochineal)"
                checked={faults.includes(id)}
                onChange={(event) =>
                  onChange(event.target.checked ? [...faults, id] : faults.filter((other) => other !== id))
                }
              />
              <span>
                <b>{name}</b>
                <span className="block text-[0.8125rem] leading-snug text-soft">{what}</span>
              </span>
            </label>
          </li>
        ))}
      </ul>
    </details>
  );
}
