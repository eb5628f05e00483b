export { chainRate, negotiated } from './chain';
export type { Link } from './chain';
export { cacheBytes, driveChain } from './drive-chain';
export { cardRate, emmcRate, pataRate, pcieRate, sataRate, usbLinks, usbRate } from './rates';
