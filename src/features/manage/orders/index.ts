export { OrderDetail } from './order-detail';
export { OrderList } from './order-list';
