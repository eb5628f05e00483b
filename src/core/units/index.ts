export { parseBytes, showBytes } from './bytes';
export type { SizeHabit } from './bytes';
export { clip, parseDecimal } from './decimal';
export { parseDurationS, showDuration } from './duration';
export { parseLengthMm, showLengthMm } from './length';
export { Money, minorDigits, parseMoney, showMoney, totals } from './money';
export { parseRate, showRate } from './rate';
export { showEstimate, showLeft, showLimit, showValue } from './show';
export type { ShowOptions } from './show';
