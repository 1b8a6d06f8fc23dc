export { countsOthers } from './beside';
export { type Adjustment, type BasketLine, type BasketRule, quote, type Quote, type QuotedLine } from './quote';
export { type ExpectedReceipt, type LinePromise, promises, type PromisedLine } from './promise';
