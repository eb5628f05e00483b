export { habitNote, marginOptions, practiceNote } from './sheet';
export { Sheet } from './sheet-schema';
export { sheetMarkdown } from './markdown';
