export { priceEndings, type PriceStep, priceStepSchema, type PricesChanged, withEnding, withPrices } from './prices';
export { type Replacing, withTexts } from './texts';
