/** A job in the logbook. */
export type LogbookLine = {
  id: string;
  device: string | null;
  owner: string;
  place: string;
  serial: string;
  driveId: string | null;
  takenInAt: string;
  handedOverAt: string | null;
  /** Initials of who did anything to it. */
  who: string[];
};
