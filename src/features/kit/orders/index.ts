export { AskedList } from './asked-list';
export { OrderLines } from './order-lines';
export { OrderStateSlip, orderStateWords } from './order-state';
export { OrderSums } from './order-sums';
