export { MoneySettings } from './money-settings';
export { Quote, labourMinor, quoteOf } from './quote';
