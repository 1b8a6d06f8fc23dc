export { type Adjustment, type BasketLine, quote, type Quote, type QuotedLine } from './quote';
export { type ExpectedReceipt, type LinePromise, promises, type PromisedLine } from './promise';
