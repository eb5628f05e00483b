export type { Incoming, Need, ShelfLine, ShelfMove, Stock } from './model';
export { shelfLines } from './lines';
export { deliveriesOf } from './deliveries';
export type { Delivery } from './deliveries';
export { ShelfAct } from './shelf-act';
export { orderList } from './order-list';
