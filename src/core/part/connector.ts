import * as z from 'zod';
import { connectors } from './connector-names';

export const Connector = z.enum(connectors);
export type Connector = z.infer<typeof Connector>;
