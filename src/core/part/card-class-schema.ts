import * as z from 'zod';
import { leastMBPerS, cardStandards } from './card-marks';

export const SpeedClass = z.enum(Object.keys(leastMBPerS) as [keyof typeof leastMBPerS]);
export type SpeedClass = keyof typeof leastMBPerS;

export const CardStandard = z.enum(cardStandards);
export type CardStandard = z.infer<typeof CardStandard>;
