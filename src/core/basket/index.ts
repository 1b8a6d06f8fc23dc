export { type Adjustment, type BasketLine, quote, type Quote, type QuotedLine } from './quote';
