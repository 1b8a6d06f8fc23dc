export { BinPage } from './bin-page';
