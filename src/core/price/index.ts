export { PriceSeen, latestPrice } from './price-seen';
export { priceOfRow } from './price-list';
export type { PriceFault, Priced } from './price-list';
export { priceTrend, trendWords } from './trend';
export type { Trend } from './trend';
