export { chainRate, negotiated } from './chain';
export type { Link } from './chain';
export { RateWatch } from './rate-watch';
export type { RateDrop, RateReport, Spread } from './rate-watch';
export { farBelowShare, rankSuspects } from './suspects';
export type { Suspect } from './suspects';
export { cacheBytes, driveChain } from './drive-chain';
export { cardRate, emmcRate, pataRate, pcieRate, sataRate, usbLinks, usbRate } from './rates';
