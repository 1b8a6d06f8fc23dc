import { formatMoney } from '../money';
import { Exact } from '../number';
import { type FaultCode, type FaultData, type ProblemData } from '../problems';
import { type NothingFits } from '../problems/fault';
import { firstCapital } from '../text';
import { ruleName } from './conditions';
import { formulaFaultWords } from './formulas';
import { listFaultWords } from './price-lists';
import { figureWords, hiddenNameWords, keyedWords, toNameWords, unnamedWords, wantedWords } from './things';

const TEXT_MISSING = {
  paragraph: 'Write the paragraph, or take it out.',
  agreement: 'Enter what customers agree to.',
  tell: 'Enter what customers are told.',
  refuse: 'Enter why it is refused, and what would be right.',
} as const;

function nothingFitsWords(why: NothingFits): string {
  switch (why.kind) {
    case 'mostBelowFirstStep':
      return 'the most is below the first step';
    case 'noMonth':
      return 'no month can be chosen';
    case 'noWeekday':
      return 'no weekday can be chosen';
    case 'noFileType':
      return 'no type of file is taken';
    case 'fewOptions':
      return `at least ${why.least} are asked for, and there are ${why.options} options`;
    case 'ruleWithLimits':
      return `with the limits and steps of ${why.title}, nothing from ${why.first} to ${why.last} is an answer`;
  }
}

type Sentence<C extends FaultCode> = (
  data: Extract<FaultData, { code: C }>,
  reason: (data: ProblemData) => string,
) => string;

/** What is said of each thing that can be wrong with a definition; one that is forgotten does not compile. */
const sentences: { readonly [C in FaultCode]: Sentence<C> } = {
  shape: (data) => data.detail,
  titleMissing: (data) => `Give ${unnamedWords(data.what)} a name.`,
  notDecimal: (data) =>
    data.given.trim() === ''
      ? 'A number is expected here, such as 12.50.'
      : `“${data.given}” is not a number. Write it like 12.50, with a point and no thousands signs.`,
  negative: (data) => `${figureWords(data)} can’t be less than nothing.`,
  badSku: (data) =>
    `“${data.given}” can’t be part of a SKU. Use letters, digits, and . _ / - after the first character.`,
  skuMissing: () => 'Give the product a SKU.',
  priceMissing: () => 'Give the product a base price; 0 is a price too.',
  categoryMissing: () => 'Put the product in a category, so that customers find it.',
  pictureMissing: () => 'Without a picture the shop shows a blank frame.',
  drawsNothing: (data) =>
    data.when
      ? `${data.when} draws nothing from stock. Choose its stock item.`
      : 'Choose what the product draws from stock, so that it can’t be oversold.',
  noOptions: (data) => `${data.title || 'This choice'} has no options to choose from. Add at least one.`,
  noColour: (data) =>
    `${data.title ? `No swatch is called “${data.title}”, and it has` : 'This option has'} no colour of its own. Choose a swatch, or give it one to three colours.`,
  badColour: (data) => `“${data.given}” is not a colour. Write it as # and six digits, such as #5b7a5e.`,
  duplicateKey: (data) =>
    `Two of these are called “${data.key}” inside. Each ${keyedWords[data.what]} needs its own inside name.`,
  titleTwice: (data) => `Two are called “${data.title}”. Give each a name of its own.`,
  skuClash: (data) =>
    `${data.first} and ${data.second} would both be SKU ${data.sku}. Give one of them another SKU part.`,
  limitsCross: (data) => `The least (${data.least}) is more than the most (${data.most}).`,
  stepNotPositive: () => 'A step must be more than 0.',
  noAnswerFits: (data) => `No answer can be right: ${nothingFitsWords(data.why)}.`,
  defaultRefused: (data, reason) => `The default would be refused. ${reason(data.reason)}`,
  pickRefused: (data, reason) => `This quick pick would be refused. ${reason(data.reason)}`,
  chargeNeedsStep: () => 'Enter the pack size.',
  notMoreThanNothing: (data) => `${figureWords(data)} must be more than 0.`,
  chargedWithoutUnit: () =>
    'Only what is sold by a measure has a charged quantity. Enter what it draws by the piece, or sell it by a measure.',
  limitTwice: (data) => `${data.first} and ${data.second} say the same thing about one choice. Remove one of them.`,
  defaultCycle: (data) => `These defaults wait for each other: ${data.way}.`,
  conditionTooDeep: (data) => `A condition nests at most ${data.most} deep. Write a part of it as a rule of its own.`,
  conditionEmpty: () => 'Choose a condition.',
  ruleWithoutEffect: () => 'Add an effect.',
  mustBeShown: (data) => `${data.title} decides what is charged, so no rule can hide it.`,
  nothingNamed: (data) => toNameWords[data.what],
  columnTwice: () => 'Each column of a table must be another choice.',
  ruleCycle: (data) => `These choices wait for each other: ${data.way}. A rule can’t depend on what it decides.`,
  lotsAndSum: (data) => `What is on hand of ${data.item} follows from its lots. Leave onHand out.`,
  lotsNotMeasured: (data) =>
    `${data.item} can’t lie in lots: only what is counted in a length, area or volume can be cut.`,
  lotsWithoutRule: (data) => `Enter how ${data.item} is cut from its lots.`,
  lotsPromised: (data) =>
    `${data.item} lies in lots, so nothing can be promised beyond what is there. Leave the backorder out.`,
  unknownUnit: (data) =>
    `“${data.given}” is not a unit we know. Use a UCUM code such as m, cm, [in_i], m2, L, kg or 1.`,
  unitMismatch: (data) => `${firstCapital(data.unit)} can’t be counted in ${data.wanted}.`,
  unknownReference: (data) => `There is no ${data.what} “${data.given}”.`,
  referenceKind: (data) => `${data.title || 'That choice'} is not ${wantedWords[data.wanted]}.`,
  measureNotRequired: (data) => `${data.title} says how much is sold, so it must be required.`,
  floorNotPercent: () => 'A floor is a percentage of the price, from 0 to less than 100.',
  marginBelowFloor: (data) =>
    `${data.lists.length > 0 ? `At the prices of ${data.lists.join(', ')}: ` : ''}${data.example === '' ? 'As it is it' : `With ${data.example} it`} earns ${formatMoney(Exact.from(data.margin), data.currency)} of ${formatMoney(Exact.from(data.price), data.currency)}, less than the floor of ${data.floor} %.`,
  priceListFaulty: (data) => listFaultWords(data.fault),
  askedTwice: (data) => `Customers are asked for ${data.title} twice: here and by a sheet. Both count for the price.`,
  breaksEmpty: () => 'Enter from which quantity on it costs what, or remove the table.',
  breaksNotMeasured: () => 'The product is sold one at a time, so only pieces can be counted.',
  pictureElsewhere: (data) =>
    `“${data.given}” is not a picture of the shop. Upload it, and choose it from the library.`,
  hidesSigns: () => 'There are signs in it that nobody sees, or that turn the direction of reading. Type it anew.',
  onlyMaximum: () => 'Of what one customer may have in all, give a maximum and nothing else.',
  outOfRange: (data) =>
    `${figureWords(data)} is ${data.above ? 'more than 0' : '0 or more'}${data.most === null ? '' : `, up to ${data.most}`}, and not ${data.given}.`,
  unknownCountry: (data) => `“${data.given}” is not a country. Use its two-letter code (ISO 3166-1), such as AT.`,
  untaxedCountry: (data) =>
    `Delivery to ${data.country} has a price, but no rate of tax. Add the country to the rates.`,
  productUnknown: (data) => `There is no product at the address “${data.product}”.`,
  breaksOfOptions: () =>
    'The number of an option is counted for options alone, in one order line, and all of it costs what the step says.',
  breaksOfAll: () =>
    'Only the product and its variants can have something off the whole price. Take a percentage of the amount itself.',
  breaksWithoutAmount: (data) =>
    `${data.title} adds nothing for each piece that could change with how many are bought. Give it such an amount, or take the table away.`,
  breakFromNothing: () => 'A step begins with more than nothing.',
  breakNotWhole: (data) => `Pieces are counted in whole numbers, so a step can’t begin with ${data.given}.`,
  breakDearer: () => 'A step takes off so much. To make it dearer from so many on, enter the price itself.',
  breakTwice: (data) => `Two steps begin with ${data.from}. Each needs another number.`,
  moreForLess: (data) =>
    `${data.more} cost less than ${data.fewer}: ${formatMoney(Exact.from(data.less), data.currency)} instead of ${formatMoney(Exact.from(data.total), data.currency)}. Customers are told; smooth the steps if that is not meant.`,
  quantityImpossible: () => 'No quantity keeps this rule: the maximum is below the first multiple.',
  quantityTwice: (data) => `${data.quantity} stands in the list twice. Each quantity needs one line.`,
  wasPriceNotHigher: () => 'The was-price is not higher than the price, so it won’t be shown.',
  percentBelowNothing: () => 'A reduction of more than 100 % would make the price negative.',
  variantIncomplete: (data) => `This variant doesn’t say which ${data.missing} it is.`,
  variantTwice: (data) => `${data.combination} is listed twice.`,
  noVariants: () => 'The stocked choices have no variants yet. Add the combinations you keep.',
  nothingStocked: () => 'There are variants, but no choice is marked as stocked.',
  unknownCurrency: (data) => `“${data.given}” is not an ISO 4217 currency code.`,
  outOfStock: (data) => `${data.item} is out of stock: what takes it can’t be bought now.`,
  stockedQuantity: (data) =>
    `${data.title} makes variants, so its options can’t take a quantity of their own: the quantity of the product says how many.`,
  workshopChoice: (data) => workshopWords(data),
  optionPictureMissing: (data) => `${data.title} is to change the main picture, but has none. Give it a picture.`,
  leadTimeMissing: (data) => `${data.title} can be ordered beyond stock. Enter its lead time.`,
  faceMissing: (data) => `Choose the typeface of ${data.title || 'this option'}.`,
  textMissing: (data) => TEXT_MISSING[data.of],
  badAddress: (data) =>
    data.given.trim() === ''
      ? 'Enter where it leads: an address that begins with https:// or with a slash.'
      : `“${data.given}” is not an address it can lead to. Begin it with https:// or, within the shop, with a slash.`,
  weightFollows: (data) =>
    `What it weighs follows from ${data.from === 'measure' ? 'how much of it is taken' : 'its parts'}. Write a formula for it, and ask for what that comes to.`,
  badDayOfYear: (data) =>
    data.given === ''
      ? 'Which day of the year is not said yet. Write it like 05-31.'
      : `“${data.given}” is not a day of the year. Write it like 05-31.`,
  badDay: (data) => `“${data.given}” is not a day. Write it like 2027-03-31.`,
  addOnMissing: () => 'Choose the add-on product.',
  addOnUnknown: (data) =>
    `“${data.product}” is not in the shop, so it can’t be taken along. Publish it, or choose another product.`,
  addOnCycle: (data) => `These products would take each other along without end: ${data.way}.`,
  addOnUnresolved: (data, reason) =>
    `${data.product} can’t be taken along as it stands. ${reason(data.first)} What is to be chosen of it can be chosen here, beforehand.`,
  partMissing: (data) => `Choose the product of ${data.title || 'this part'}.`,
  partUnknown: (data) =>
    `“${data.product}” is not in the shop, so ${data.title || 'this part'} can’t be it. Publish it, or choose another product.`,
  partFaulty: (data, reason) =>
    `${data.product} can’t be sold as it stands, so it can’t be a part: ${faultSentence(data.first, reason)}`,
  partNotInShop: (data) => `${data.product} is not in the shop yet. It is published along with this.`,
  partNotReady: (data, reason) =>
    `${data.product} is not in the shop yet, and can’t be published along: ${faultSentence(data.first, reason)}`,
  partUnresolved: (data, reason) =>
    `${data.product} can’t be this part as it stands. ${reason(data.first)} Change what is fixed or not offered here.`,
  partNumberRefused: (data, reason) =>
    `${data.count} of ${data.product} can’t be sold here. ${reason(data.first)} Customers can’t take so many.`,
  partAnswerRefused: (data, reason) => `What is fixed here of ${data.product} is refused. ${reason(data.reason)}`,
  partChoiceUnknown: (data) =>
    `${data.product} has no choice “${data.key}”. ${data.meant === null ? 'Remove it.' : `“${data.meant}” may be meant.`}`,
  partNothingOffered: (data) =>
    `None of the options of ${data.title} that ${data.product} has is offered here. Offer at least one, or leave the choice to customers.`,
  partQuantities: (data) =>
    `${data.title}: its usual number, ${data.usual}, has to lie between the least, ${data.least}, and the most, ${data.most}.`,
  kitTooDeep: (data) => `${data.product} would nest more than ${data.most} deep here. Put its parts in directly.`,
  kitTooLarge: (data) => `These come to more than ${data.most} ${data.what}, those of its parts counted. Take fewer.`,
  propertyUnreadable: (data) => `Enter ${data.name}: a number with its unit, or a text.`,
  propertyNotMeasured: (data) => `${data.name}: a property is a length, an area, a volume, a weight or a number.`,
  propertyOfPlaceMissing: (data) =>
    data.all
      ? `Nothing in ${data.place} says its ${data.property}. Give its products that property, or name another.`
      : `${data.product} says nothing of its ${data.property}, so it never fits. Give it that property, or take it out of ${data.place}.`,
  fitsItself: (data) => `${data.place} holds one thing at most, which always fits itself. Choose another place.`,
  textsOnlySame: (data) => `${data.property} is a text: it can be the same or not, but neither more nor less.`,
  slotEmpty: (data) => `No product can be put in ${data.title}. List one that is in the shop, or mend the condition.`,
  preparedRefused: (data, reason) => `The prepared build ${data.title} can’t be bought as it is: ${reason(data.first)}`,
  wasPriceOfKit: () => 'The was-price of a kit is what its parts cost one by one, so its own is not shown. Remove it.',
  sheetUnknown: (data) => `There is no published sheet “${data.key}”. Take it off this product, or publish it.`,
  overrideLost: (data) =>
    `What this product says otherwise about ${data.what} has nothing to hold on to: the sheet ${data.sheet} no longer has it.`,
  groupUnknown: (data) => `There is no customer group “${data.key}”. Choose another, or add it under Settings.`,
  badGtin: (data) =>
    data.right === null
      ? `“${data.given}” is not a GTIN: it has 8, 12, 13 or 14 digits.`
      : `The check digit of GTIN ${data.given} should be ${data.right}.`,
  gtinTwice: (data) => `${data.first} and ${data.second} both have GTIN ${data.gtin}. A GTIN belongs to one item only.`,
  nameIsUnit: (data) =>
    `In formulas “${data.name}” means ${data.title}, and no longer the unit that is written so. Give it another inside name where formulas use that unit.`,
  nameHidden: (data) =>
    `In formulas “${data.name}” means ${data.title}, so that ${hiddenNameWords(data.hidden)} can’t be used there. Give one of them another inside name.`,
  propertyMixed: (data) =>
    `The property ${data.name} of ${data.here} measures something else than that of ${data.there ?? 'an option or a formula'}. Give all options that have it units of the same kind, or call one of them otherwise.`,
  propertyElsewhere: (data) =>
    `The property ${data.name} of ${data.here} measures something else than that of ${data.there}. Give all options that have it units of the same kind, or call one of them otherwise.`,
  formula: (data) => `${data.title}: ${formulaFaultWords(data.line, data.fault)}`,
  rateUnit: (data) => `“${data.given}” is not a unit a rate can be for. Use a UCUM code such as m, m2, kg or 1.`,
  paidDefault: (data) =>
    `${data.title} is optional, but begins with something that costs: the price first shown has it in. Begin with nothing, or require it.`,
  badTimeZone: (data) => `“${data.given}” is not a time zone. Use a name like Europe/Vienna.`,
  nothingSells: (data) =>
    data.without.length === 0
      ? 'No selection can be sold: what is required, shown, offered and made never goes together.'
      : `No selection can be sold. Without any one of these rules, something could be: ${data.without.map((rule) => `“${ruleName(rule)}”`).join(', ')}.`,
  partsNotAnswers: (data) =>
    `${data.given} is no whole number, and only whole numbers are answers here. Use a whole one, or let parts of one be answers.`,
  belowNothingNotAnswers: (data) =>
    `${data.given} is below nothing, and negative numbers are no answers here. Use 0 or more, or let negative numbers be answers.`,
  tooFine: (data) => `“${data.given}” is finer than stock is counted. Use at most ${data.places} decimal places.`,
  leftOutNotMade: (data) =>
    `${data.title} may be left out, but no variant on the list is without it, so whoever leaves it out can’t buy. List what is made without it, or require ${data.title}.`,
  noQuantityFits: (data) =>
    `No quantity is at least ${data.least}, at most ${data.most}${data.multiple > 1 ? ` and a multiple of ${data.multiple}` : ''}. Change the limits so that one is.`,
  lineBelowNothing: (data) =>
    `What is paid for an order line can come to less than nothing, and then it can’t be sold: ${data.example || 'as it is'}.`,
  belowNothing: (data) =>
    `A price can come to less than nothing, and then it can’t be sold: ${data.example || 'as it is'}.`,
  optionDead: (data) =>
    `${data.title} can never be chosen: with every answer to the other choices something forbids it.`,
  choiceNeverShown: (data) => `${data.title} is never asked: nothing that can be sold shows it.`,
  choiceNothingOffered: (data) =>
    `${data.title} is asked, but none of its options can ever be chosen: with every answer to the other choices something forbids each of them.`,
  ruleSilent: (data) => `This rule never fires: “${ruleName(data.rule)}” can’t hold in anything that can be sold.`,
  ruleEndsSale: (data) => `Once this rule fires, nothing can be sold any more: “${ruleName(data.rule)}”.`,
  rulesOppose: (data) =>
    `“${ruleName(data.rule)}” and “${ruleName(data.other)}” say opposite things and can both fire${data.example ? `: ${data.example}` : ''}.`,
  skuShared: (data) =>
    `Two selections have the SKU ${data.sku}: one with ${data.first || data.second}, one ${data.first && data.second ? `with ${data.second}` : 'without'}. Give a SKU part to what tells them apart, or say that they are meant to share it.`,
  alikeSwatches: (data) =>
    `${data.first} and ${data.second} stand side by side and are hard to tell apart (colour difference ${data.difference}). Their names tell them apart; another order would help.`,
};

/**
 * The sentence for everything that can be wrong with a definition, saying what would be right.
 *
 * @param reason says why an answer within the definition would be refused
 */
export function faultSentence<C extends FaultCode>(
  data: Extract<FaultData, { code: C }>,
  reason: (data: ProblemData) => string,
): string {
  // The record has for each code what fits that code; that the two belong together is more than the compiler can
  // follow.
  return (sentences[data.code] as Sentence<C>)(data, reason);
}

function workshopWords({ title, why }: Extract<FaultData, { code: 'workshopChoice' }>): string {
  switch (why) {
    case 'kind':
      return `${title || 'This choice'} can’t be for the workshop alone: only a customer can answer it.`;
    case 'stocked':
      return `${title} is for the workshop alone, so its options can’t make variants: customers pick those.`;
    case 'priced':
      return `${title} is for the workshop alone, so it can’t change the price: customers could not be told what they pay for. Let a rule change the price.`;
    case 'byFormula':
      return `${title} is for the workshop alone, so no formula gives its default. A line of the formula tells the workshop what it comes to.`;
    case 'unsettled':
      return `${title} is for the workshop alone, and nothing settles it. Give it a default, or a rule that it begins with something.`;
  }
}
