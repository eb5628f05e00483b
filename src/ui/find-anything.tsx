import { type ComponentProps, useMemo } from 'react';
import { FindDialog, type Findable } from './find-dialog';

const screens: Findable[] = [
  { href: '/', label: 'Bench', hint: 'the day: what to pick up so that all promises hold' },
  { href: '/jobs/new', label: 'Take in a device', hint: 'a new job' },
  { href: '/ask', label: 'Ask', hint: 'will this drive do?' },
  { href: '/logbook', label: 'Logbook', hint: 'every job that was ever here' },
  { href: '/learned', label: 'What the bench has learned', hint: 'forecasts held against what came' },
  { href: '/parts', label: 'Parts', hint: 'drives, heatsinks, pads, adapters, cases' },
  { href: '/shelf', label: 'Shelf', hint: 'what is there, what to order, what comes' },
  { href: '/devices', label: 'Devices', hint: 'what is known of each kind' },
  { href: '/dock', label: 'Dock', hint: 'what runs, what may be unplugged' },
  { href: '/look-inside', label: 'Look inside', hint: 'what is on a drive, from its image' },
  { href: '/practice', label: 'Practice', hint: 'could I do it without help?' },
  { href: '/workshop', label: 'Workshop', hint: 'technicians and settings' },
];

/** What is at hand, and the screens. */
export function FindAnything({ items, ...rest }: ComponentProps<typeof FindDialog>) {
  const all = useMemo(() => [...items, ...screens], [items]);
  return <FindDialog {...rest} items={all} />;
}
