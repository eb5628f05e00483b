export { Sheet, habitNote, marginOptions } from './sheet';
export { sheetMarkdown } from './markdown';
