export { entryLines } from './entry-lines';
export { guardCell, nestingDepth, unguardCell } from './cells';
export { plainSentence } from './plain-fault';
export { columnsOf, doubleIds, partOfRow, partsOfJson, rowOf } from './table';
export type { ImportFault, Row } from './table';
export { catalogueSchemas, jsonSchemaOf } from './schemas';
export { readProfile } from './read-profile';
export { unknownFields } from './unknown-fields';
