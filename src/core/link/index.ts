export { chainRate, negotiated, pcieRate } from './link';
export type { Link } from './link';
