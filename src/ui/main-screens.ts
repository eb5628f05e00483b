import {
  BookOpenText,
  CircleHelp,
  ClipboardPlus,
  Gamepad2,
  GraduationCap,
  HardDriveUpload,
  LampDesk,
  Archive,
  MemoryStick,
  ScanSearch,
  Settings2,
} from 'lucide-react';

/** Where one is: one of the main screens, or inside a job. */
export type SideBarPlace =
  | 'bench'
  | 'job'
  | 'take-in'
  | 'ask'
  | 'parts'
  | 'shelf'
  | 'logbook'
  | 'devices'
  | 'dock'
  | 'look-inside'
  | 'practice'
  | 'workshop';

/** The main screens, as the bar and the menu show them. */
export const mainScreens: { at: SideBarPlace; href: string; words: string; Icon: typeof LampDesk }[] = [
  { at: 'bench', href: '/', words: 'Bench', Icon: LampDesk },
  { at: 'take-in', href: '/jobs/new', words: 'Take in', Icon: ClipboardPlus },
  { at: 'ask', href: '/ask', words: 'Ask', Icon: CircleHelp },
  { at: 'logbook', href: '/logbook', words: 'Logbook', Icon: BookOpenText },
  { at: 'parts', href: '/parts', words: 'Parts', Icon: MemoryStick },
  { at: 'shelf', href: '/shelf', words: 'Shelf', Icon: Archive },
  { at: 'devices', href: '/devices', words: 'Devices', Icon: Gamepad2 },
  { at: 'dock', href: '/dock', words: 'Dock', Icon: HardDriveUpload },
  { at: 'look-inside', href: '/look-inside', words: 'Look inside', Icon: ScanSearch },
  { at: 'practice', href: '/practice', words: 'Practice', Icon: GraduationCap },
  { at: 'workshop', href: '/workshop', words: 'Workshop', Icon: Settings2 },
];
