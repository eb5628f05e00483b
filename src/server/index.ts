export { checksumList, doImageAct } from './images';
export { FitRequest, answerFit } from './answer-fit';
export { allProfiles, findProfile, rawProfile, readProfiles } from './devices';
export type { UnreadProfile } from './devices';
export { PartQuery, findParts, rawPart, searchParts } from './parts';
export type { PartPage } from './parts';
export { partsForesight, rankedView } from './rank';
export { addTechnician, bringInCatalogue, changeSettings } from './change-workshop';
export { diskFull, openDatabase, troubleIn } from './database';
export { logEvent, logTrouble, openLog } from './log';
export { seedDemo } from './demo';
export { benchView } from './bench-view';
export { allPins } from './day-pins';
export { pinTask } from './pin-task';
export { doShelfAct, orderCsv, shelfView } from './shelf';
export type { ShelfView } from './shelf';
export { learnedHere } from './lessons';
export { faultsFound, learnedPage } from './learned-view';
export type { Database, Sql } from './database';
export { doAct } from './do-act';
export { startSums, sumsOf, sumsState } from './drive-sums';
export { driveFiles } from './drive-files';
export { rehearsalScreen } from './rehearsal';
export { findJob, historyOf, rawJob } from './jobs';
export { wipeState } from './wipe-runs';
export { findAnything, jobsOfSerial, logbook, logbookCsv, logbookLines } from './logbook';
export type { Found } from './logbook';
export { careCalendar } from './care-calendar';
export { addPhoto, photoFile, photosOfJob, removePhoto } from './photos';
export { mostPhotoBytes, photoTooLarge, scalePhoto } from './photo-scale';
export { openRuntime } from './open-runtime';
export type { RuntimeOptions } from './open-runtime';
export { closeRuntime, getRuntime, setRuntime } from './runtime';
export { backupToSend, restoreWorkshop } from './restore-workshop';
export { dailyBackups } from './backup';
export { clearDrives, clearOldDrives } from './clear-drives';
export type { Runtime } from './runtime';
export { formFault, takeInDevice } from './take-in-device';
export { dockCases, frameView, jobChange, jobView, partsView } from './views';
export { putPart, removePart } from './change-catalogue';
export { profileNames, versionsOf } from './devices';
export { dryRuns } from './dry-runs';
export type { ProfileVersion } from './devices';
export {
  enterProfileFigure,
  keepRecording,
  improveWords,
  keepTimes,
  takePartitions,
  putProfile,
  sketchProfile,
} from './change-profile';
export { lookAtProfile, sealed } from './profile-file';
export { addPicture, findPicture, findPictures } from './pictures';
export { exportPrices, importPrices, pricesOf } from './prices';
export { ImportRequest, exportParts, importParts } from './exchange-parts';
export type { ImportPreview } from './exchange-parts';
export { askView } from './ask';
export type { AskView } from './ask';
export { dockView, setPracticeFaults } from './dock-view';
export { keepPractice, practiceView } from './practice';
export type { PracticeView } from './practice';
