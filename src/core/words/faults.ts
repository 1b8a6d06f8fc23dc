import { formatMoney } from '../money';
import { Exact } from '../number';
import { type FaultData, type ProblemData } from '../problems';
import { type NothingFits } from '../problems/fault';
import { ruleName } from './conditions';
import { formulaFaultWords } from './formulas';
import { listFaultWords } from './price-lists';

const TEXT_MISSING = {
  paragraph: 'Write the paragraph, or take it out.',
  agreement: 'Say what customers agree to.',
  tell: 'Say what customers are told.',
  refuse: 'Say why it is refused, and what would be right.',
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

/**
 * The sentence for everything that can be wrong with a definition, saying what would be right.
 *
 * @param reason says why an answer within the definition would be refused
 */
export function faultSentence(data: FaultData, reason: (data: ProblemData) => string): string {
  switch (data.code) {
    case 'shape':
      return data.detail;
    case 'titleMissing':
      return `Give ${data.what} a name.`;
    case 'notDecimal':
      return data.given.trim() === ''
        ? 'A number is expected here, such as 12.50.'
        : `“${data.given}” is not a number. Write it like 12.50, with a point and no thousands signs.`;
    case 'negative':
      return `${data.what} can’t be less than nothing.`;
    case 'badSku':
      return `“${data.given}” can’t be part of a SKU. Use letters, digits, and . _ / - after the first character.`;
    case 'skuMissing':
      return 'Give the product a SKU.';
    case 'priceMissing':
      return 'Give the product a base price; 0 is a price too.';
    case 'categoryMissing':
      return 'Put the product in a category, so that customers find it.';
    case 'pictureMissing':
      return 'Without a picture the shop shows a blank frame.';
    case 'drawsNothing':
      return data.when
        ? `${data.when} takes nothing from stock. Say which stock item it is.`
        : 'Say what the product takes from stock, so that it can’t be oversold.';
    case 'noOptions':
      return `${data.title || 'This choice'} has no options to choose from. Add at least one.`;
    case 'noColour':
      return `${data.title || 'This swatch'} is the name of no swatch in the book, and has no colour of its own. Give it one to three, or the name of a swatch.`;
    case 'badColour':
      return `“${data.given}” is not a colour. Write it as # and six digits, such as #5b7a5e.`;
    case 'duplicateKey':
      return `Two of these are called “${data.key}” inside. Each ${data.what} needs its own inside name.`;
    case 'skuClash':
      return `${data.first} and ${data.second} would both be SKU ${data.sku}. Give one of them another SKU part.`;
    case 'limitsCross':
      return `The least (${data.least}) is more than the most (${data.most}).`;
    case 'stepNotPositive':
      return 'A step must be more than 0.';
    case 'noAnswerFits':
      return `No answer can be right: ${nothingFitsWords(data.why)}.`;
    case 'defaultRefused':
      return `The default would be refused. ${reason(data.reason)}`;
    case 'pickRefused':
      return `This quick pick would be refused. ${reason(data.reason)}`;
    case 'chargeNeedsStep':
      return 'Say how much a pack holds.';
    case 'notMoreThanNothing':
      return `${data.what} must be more than 0.`;
    case 'chargedWithoutUnit':
      return 'Only what is sold by a measure has a charged quantity. Say what it takes by the piece, or sell it by a measure.';
    case 'limitTwice':
      return `${data.first} and ${data.second} say the same thing about one choice. Take one of them away.`;
    case 'defaultCycle':
      return `These defaults wait for each other: ${data.way}.`;
    case 'conditionTooDeep':
      return `A condition nests at most ${data.most} deep. Write a part of it as a rule of its own.`;
    case 'conditionEmpty':
      return 'Say what must hold.';
    case 'ruleWithoutEffect':
      return 'Say what follows when this holds.';
    case 'mustBeShown':
      return `${data.title} decides what is charged, so no rule can hide it.`;
    case 'nothingNamed':
      return `Say ${data.what} the rule is about.`;
    case 'columnTwice':
      return 'Each column of a table must be another choice.';
    case 'ruleCycle':
      return `These choices wait for each other: ${data.way}. A rule can’t depend on what it decides.`;
    case 'lotsAndSum':
      return `What is on hand of ${data.item} follows from its lots. Leave onHand out.`;
    case 'lotsNotMeasured':
      return `${data.item} can’t lie in lots: only what is counted in a length, area or volume can be cut.`;
    case 'lotsWithoutRule':
      return `Say how ${data.item} is cut from its lots.`;
    case 'lotsPromised':
      return `${data.item} lies in lots, so nothing can be promised beyond what is there. Leave the backorder out.`;
    case 'unknownUnit':
      return `“${data.given}” is not a unit we know. Use a UCUM code such as m, cm, [in_i], m2, L, kg or 1.`;
    case 'unitMismatch':
      return `${data.unit.charAt(0).toUpperCase()}${data.unit.slice(1)} can’t be counted in ${data.wanted}.`;
    case 'unknownReference':
      return `There is no ${data.what} “${data.given}”.`;
    case 'referenceKind':
      return `${data.title || 'That choice'} is not ${data.wanted}.`;
    case 'measureNotRequired':
      return `${data.title} says how much is sold, so it must be required.`;
    case 'floorNotPercent':
      return 'A floor is a percentage of the price, from 0 to less than 100.';
    case 'marginBelowFloor':
      return `${data.lists.length > 0 ? `At the prices of ${data.lists.join(', ')}: ` : ''}${data.example === '' ? 'As it is it' : `With ${data.example} it`} earns ${formatMoney(Exact.from(data.margin), data.currency)} of ${formatMoney(Exact.from(data.price), data.currency)}, less than the floor of ${data.floor} %.`;
    case 'priceListFaulty':
      return listFaultWords(data.fault);
    case 'askedTwice':
      return `Customers are asked for ${data.title} twice: here and by a sheet. Both count for the price.`;
    case 'breaksEmpty':
      return 'Say from how many on it costs what, or take the table away.';
    case 'breaksNotMeasured':
      return 'The product is sold one at a time, so only pieces can be counted.';
    case 'pictureElsewhere':
      return `“${data.given}” is not a picture of the shop. Upload it, and choose it from the library.`;
    case 'hidesSigns':
      return 'There are signs in it that nobody sees, or that turn the direction of reading. Type it anew.';
    case 'onlyMaximum':
      return 'Of what one customer may have in all, give a maximum and nothing else.';
    case 'outOfRange':
      return `${data.what} is ${data.above ? 'more than 0' : '0 or more'}${data.most === null ? '' : `, up to ${data.most}`}, and not ${data.given}.`;
    case 'unknownCountry':
      return `“${data.given}” is not a country. Use its two-letter code (ISO 3166-1), such as AT.`;
    case 'untaxedCountry':
      return `Delivery to ${data.country} has a price, but no rate of tax. Add the country to the rates.`;
    case 'productUnknown':
      return `There is no product at the address “${data.product}”.`;
    case 'breaksOfOptions':
      return 'The number of an option is counted for options alone, in one order line, and all of it costs what the step says.';
    case 'breaksOfAll':
      return 'Only the product and its variants can have something off the whole price. Take a percentage of the amount itself.';
    case 'breaksWithoutAmount':
      return `${data.title} adds nothing for each piece that could change with how many are bought. Give it such an amount, or take the table away.`;
    case 'breakFromNothing':
      return 'A step begins with more than nothing.';
    case 'breakNotWhole':
      return `Pieces are counted in whole numbers, so a step can’t begin with ${data.given}.`;
    case 'breakDearer':
      return 'A step takes off so much. To make it dearer from so many on, say the price itself.';
    case 'breakTwice':
      return `Two steps begin with ${data.from}. Each needs another number.`;
    case 'moreForLess':
      return `${data.more} cost less than ${data.fewer}: ${formatMoney(data.less, data.currency)} instead of ${formatMoney(data.total, data.currency)}. Customers are told; smooth the steps if that is not meant.`;
    case 'quantityImpossible':
      return 'No quantity keeps this rule: the maximum is below the first multiple.';
    case 'quantityTwice':
      return `${data.quantity} stands in the list twice. Each quantity needs one line.`;
    case 'wasPriceNotHigher':
      return 'The was-price is not higher than the price, so it won’t be shown.';
    case 'percentBelowNothing':
      return 'A reduction of more than 100 % would make the price negative.';
    case 'variantIncomplete':
      return `This variant doesn’t say which ${data.missing} it is.`;
    case 'variantTwice':
      return `${data.combination} is listed twice.`;
    case 'noVariants':
      return 'The stocked choices have no variants yet. Add the combinations you keep.';
    case 'nothingStocked':
      return 'There are variants, but no choice is marked as stocked.';
    case 'unknownCurrency':
      return `“${data.given}” is not an ISO 4217 currency code.`;
    case 'outOfStock':
      return `${data.item} is out of stock: what takes it can’t be bought now.`;
    case 'stockedQuantity':
      return `${data.title} makes variants, so its options can’t take a quantity of their own: the quantity of the product says how many.`;
    case 'workshopChoice':
      return workshopWords(data);
    case 'optionPictureMissing':
      return `${data.title} is to change the main picture, but has none. Give it a picture.`;
    case 'leadTimeMissing':
      return `${data.title} can be ordered beyond stock. Say how many days that takes.`;
    case 'faceMissing':
      return `Say which lettering face ${data.title || 'this option'} is.`;
    case 'textMissing':
      return TEXT_MISSING[data.of];
    case 'badAddress':
      return data.given.trim() === '' ? 'Say where it leads: an address that begins with https:// or with a slash.' : `“${data.given}” is not an address it can lead to. Begin it with https:// or, within the shop, with a slash.`;
    case 'weightFollows':
      return `What it weighs follows from ${data.from === 'measure' ? 'how much of it is taken' : 'its parts'}. Write a formula for it, and ask for what that comes to.`;
    case 'badDayOfYear':
      return data.given === '' ? 'Which day of the year is not said yet. Write it like 05-31.' : `“${data.given}” is not a day of the year. Write it like 05-31.`;
    case 'badDay':
      return `“${data.given}” is not a day. Write it like 2027-03-31.`;
    case 'addOnMissing':
      return 'Say which product is taken along.';
    case 'addOnUnknown':
      return `“${data.product}” is not in the shop, so it can’t be taken along. Publish it, or choose another product.`;
    case 'addOnCycle':
      return `These products would take each other along without end: ${data.way}.`;
    case 'addOnUnresolved':
      return `${data.product} can’t be taken along as it stands. ${reason(data.first)} What is to be chosen of it can be chosen here, beforehand.`;
    case 'partMissing':
      return `Say which product ${data.title || 'this part'} is.`;
    case 'partUnknown':
      return `“${data.product}” is not in the shop, so ${data.title || 'this part'} can’t be it. Publish it, or choose another product.`;
    case 'partFaulty':
      return `${data.product} can’t be sold as it stands, so it can’t be a part: ${faultSentence(data.first, reason)}`;
    case 'partUnresolved':
      return `${data.product} can’t be this part as it stands. ${reason(data.first)} Mend what is settled or withheld here.`;
    case 'partAnswerRefused':
      return `What is settled here of ${data.product} is refused. ${reason(data.reason)}`;
    case 'partChoiceUnknown':
      return `${data.product} has no choice “${data.key}”. ${data.meant === null ? 'Take that away.' : `“${data.meant}” may be meant.`}`;
    case 'partNothingOffered':
      return `None of the options of ${data.title} that ${data.product} has is offered here. Offer at least one, or leave the choice to customers.`;
    case 'partQuantities':
      return `${data.title}: its usual number, ${data.usual}, has to lie between the least, ${data.least}, and the most, ${data.most}.`;
    case 'kitTooDeep':
      return `${data.product} would nest more than ${data.most} deep here. Put its parts in directly.`;
    case 'kitTooLarge':
      return `These come to more than ${data.most} ${data.what}, those of its parts counted. Take fewer.`;
    case 'propertyUnreadable':
      return `Say what ${data.name} is: a number with its unit, or a text.`;
    case 'propertyNotMeasured':
      return `${data.name}: a property is a length, an area, a volume, a weight or a number.`;
    case 'propertyOfPlaceMissing':
      return data.all ? `Nothing in ${data.place} says its ${data.property}. Give its products that property, or name another.` : `${data.product} says nothing of its ${data.property}, so it never fits. Give it that property, or take it out of ${data.place}.`;
    case 'fitsItself':
      return `${data.place} holds one thing at most, which always fits itself. Name another place.`;
    case 'textsOnlySame':
      return `${data.property} is a text: it can be the same or not, but neither more nor less.`;
    case 'slotEmpty':
      return `No product can be put in ${data.title}. List one that is in the shop, or mend the condition.`;
    case 'preparedRefused':
      return `The prepared build ${data.title} can’t be bought as it is: ${reason(data.first)}`;
    case 'wasPriceOfKit':
      return 'The was-price of a kit is what its parts cost one by one, so its own is not shown. Take it away.';
    case 'sheetUnknown':
      return `There is no published sheet “${data.key}”. Take it off this product, or publish it.`;
    case 'overrideLost':
      return `What this product says otherwise about ${data.what} has nothing to hold on to: the sheet ${data.sheet} no longer has it.`;
    case 'groupUnknown':
      return `There is no customer group “${data.key}”. Choose another, or add it under Settings.`;
    case 'badGtin':
      return data.right === null ? `“${data.given}” is not a GTIN: it has 8, 12, 13 or 14 digits.` : `The check digit of GTIN ${data.given} should be ${data.right}.`;
    case 'gtinTwice':
      return `${data.first} and ${data.second} both have GTIN ${data.gtin}. A GTIN belongs to one item only.`;
    case 'nameIsUnit':
      return `In formulas “${data.name}” means ${data.title}, and no longer the unit that is written so. Give it another inside name where formulas use that unit.`;
    case 'nameHidden':
      return `In formulas “${data.name}” means ${data.title}, so that ${data.hidden} can’t be used there. Give one of them another inside name.`;
    case 'propertyMixed':
    case 'propertyElsewhere':
      return `The property ${data.name} of ${data.here} measures something else than that of ${data.there}. Give all options that have it units of the same kind, or call one of them otherwise.`;
    case 'formula':
      return `${data.title}: ${formulaFaultWords(data.line, data.fault)}`;
    case 'rateUnit':
      return `“${data.given}” is not a unit a rate can be for. Use a UCUM code such as m, m2, kg or 1.`;
    case 'paidDefault':
      return `${data.title} is optional, but begins with something that costs: the price first shown has it in. Begin with nothing, or require it.`;
    case 'badTimeZone':
      return `“${data.given}” is not a time zone. Use a name like Europe/Vienna.`;
    case 'nothingSells':
      return data.without.length === 0
        ? 'No selection can be sold: what is required, shown, offered and made never goes together.'
        : `No selection can be sold. Without any one of these rules, something could be: ${data.without.map((rule) => `“${ruleName(rule)}”`).join(', ')}.`;
    case 'partsNotAnswers':
      return `${data.given} is no whole number, and only whole numbers are answers here. Use a whole one, or let parts of one be answers.`;
    case 'belowNothingNotAnswers':
      return `${data.given} is below nothing, and negative numbers are no answers here. Use 0 or more, or let negative numbers be answers.`;
    case 'tooFine':
      return `“${data.given}” is finer than stock is counted. Use at most ${data.places} decimal places.`;
    case 'leftOutNotMade':
      return `${data.title} may be left out, but no variant on the list is without it, so whoever leaves it out can’t buy. List what is made without it, or require ${data.title}.`;
    case 'noQuantityFits':
      return `No quantity is at least ${data.least}, at most ${data.most}${data.multiple > 1 ? ` and a multiple of ${data.multiple}` : ''}. Change the limits so that one is.`;
    case 'lineBelowNothing':
      return `What is paid for an order line can come to less than nothing, and then it can’t be sold: ${data.example || 'as it is'}.`;
    case 'belowNothing':
      return `A price can come to less than nothing, and then it can’t be sold: ${data.example || 'as it is'}.`;
    case 'optionDead':
      return `${data.title} can never be chosen: with every answer to the other choices something forbids it.`;
    case 'choiceNeverShown':
      return `${data.title} is never asked: nothing that can be sold shows it.`;
    case 'choiceNothingOffered':
      return `${data.title} is asked, but none of its options can ever be chosen: with every answer to the other choices something forbids each of them.`;
    case 'ruleSilent':
      return `This rule never fires: “${ruleName(data.rule)}” can’t hold in anything that can be sold.`;
    case 'ruleEndsSale':
      return `Once this rule fires, nothing can be sold any more: “${ruleName(data.rule)}”.`;
    case 'rulesOppose':
      return `“${ruleName(data.rule)}” and “${ruleName(data.other)}” say opposite things and can both fire${data.example ? `: ${data.example}` : ''}.`;
    case 'skuShared':
      return `Two selections have the SKU ${data.sku}: one with ${data.first || data.second}, one ${data.first && data.second ? `with ${data.second}` : 'without'}. Give a SKU part to what tells them apart, or say that they are meant to share it.`;
    case 'alikeSwatches':
      return `${data.first} and ${data.second} stand side by side and are hard to tell apart (colour difference ${data.difference}). Their names tell them apart; another order would help.`;
  }
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
