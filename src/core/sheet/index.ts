export { Sheet, habitNote, marginOptions, practiceNote } from './sheet';
export { sheetMarkdown } from './markdown';
