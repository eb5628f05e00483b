/**
 * What jobs teach: minutes of a step of the hands; bytes a second of a copy through a case; minutes that a device works alone; a read test
 * against the chain; how far a drive warms above its room.
 */
export const lessonKinds = ['hands', 'copy', 'alone', 'read-test', 'heat'] as const;
export type LessonKind = (typeof lessonKinds)[number];

/** What the minutes of a step hang on: who does it, on which device, and the step itself. */
export const handsKeys = (by: string, profileId: string, stepId: string): string[] => [
  `person ${by}`,
  `device ${profileId}`,
  `step ${profileId} ${stepId}`,
];

/** What a rate through a case hangs on: the case, and the kind of drive in it where that is known. */
export const caseKeys = (caseId: string, protocol: string | null): string[] => [
  `case ${caseId}`,
  ...(protocol === null ? [] : [`case ${caseId} ${protocol}`]),
];

/** What a copy’s rate hangs on: the case of the new drive, and where the old one was read. */
export const copyKeys = (caseId: string, oldCaseId: string | null, protocol: string): string[] => [
  `read at ${oldCaseId ?? 'a port'}`,
  ...caseKeys(caseId, protocol),
];

/** What a read test hangs on: the place, and the drive in it. */
export const readKeys = (profileId: string, placeId: string, driveId: string): string[] => [
  `place ${profileId} ${placeId}`,
  `drive ${driveId}`,
];

/** What the warmth of a drive hangs on: the place, and how it is built up there. */
export const heatKeys = (
  profileId: string,
  placeId: string,
  { driveId, sinkId }: { driveId: string; sinkId: string | null },
): string[] => [`place ${profileId} ${placeId}`, `build ${profileId} ${driveId} ${sinkId ?? 'no sink'}`];

/** Which fault was found, and on which device; there is nothing to measure about it. */
export const faultKeys = (profileId: string, faultId: string): string[] => [profileId, faultId];

/** Which check was looked at, and whether it was read otherwise than it was. */
export const lookKeys = (checkId: string, isMisread: boolean): string[] => [
  checkId,
  isMisread ? 'misread' : 'right',
];
