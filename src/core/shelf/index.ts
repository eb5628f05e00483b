export type { Incoming, Need, ShelfLine, ShelfMove, Stock } from './model';
export { shelfLines } from './lines';
export { deliveriesOf, isOverdue } from './deliveries';
export type { Delivery } from './deliveries';
export { ShelfAct } from './shelf-act';
export { takenOf } from './lots';
export type { TakenOf } from './lots';
export { orderList } from './order-list';
