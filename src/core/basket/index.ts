export { type AskedFault, type AskedGiven, type AskedKept, earliestDay, judgeAsked, TICKED } from './asked';
export { countsOthers } from './beside';
export { type CodeOutcome, discountsFor, type EnteredCode, mostOff, type WhyNot } from './discounts';
export { type BasketLine, type JointRule, quote, type Quote, type QuotedLine } from './quote';
export { type ExpectedReceipt, type LinePromise, promises, type PromisedLine } from './promise';
export { otherPrice, sellersShare, type Taxation, taxRate } from './tax';
export { type DeliveryQuote, type Terms } from './to-pay';
