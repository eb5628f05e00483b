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
  ['wrong-drive', 'Wrong drive in the port', 'another drive than the armed one: nothing is written'],
  ['maker-offline', 'Image server away', 'the maker’s server does not answer: what was fetched stays'],
];

/** Faults to practise with: each must be noticed by the copy itself. */
export function PracticeFaults({
  faults,
  onChange,
}: {
  faults: string[];
  onChange: (faults: string[]) => void;
}) {
  return (
    <section>
      <h2 className="text-[17px]">Faults to practise with</h2>
      <p className="mb-1 text-[14px] text-soft">
        {faults.length === 0
          ? 'All are off.'
          : `${faults.length} on, for every copy that is started from now on.`}
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
                <span className="block text-[13px] leading-snug text-soft">{what}</span>
              </span>
            </label>
          </li>
        ))}
      </ul>
    </section>
  );
}
