export { type OptionsChanged, type OptionsNamed, type OptionStep, optionStepSchema, withOptions } from './options';
export { priceEndings, type PriceStep, priceStepSchema, type PricesChanged, withEnding, withPrices } from './prices';
export { type Replacing, withTexts } from './texts';
export { withoutOptions } from './without-options';
