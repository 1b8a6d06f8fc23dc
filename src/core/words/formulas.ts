import { dimWords } from '../formula/dimension';
import { type FormulaFaultData, type FormulaPlace } from '../formula/formula-fault';
import { type FunctionName } from '../formula/functions';
import { counted } from './counted';

/** What each function of a formula is for, where one is picked or pointed at. */
export const FUNCTION_WORDS: Readonly<Record<FunctionName, string>> = {
  min: 'the least of several values',
  max: 'the greatest of several values',
  sum: 'of all pieces in a slot or part, together',
  count: 'how many pieces are in a slot or part',
  abs: 'a value without its sign',
  sqrt: 'the square root; the side of a square of an area',
  floor: 'down to a whole number, or to a step',
  ceil: 'up to a whole number, or to a step',
  round: 'to the nearest whole number, or step',
  if: 'the second value where the first holds, else the third',
};

const PLACES: Readonly<Record<Extract<FormulaPlace, string>, string>> = {
  result: 'the result',
  value: 'a value',
  negated: 'what is negated',
  multiplied: 'what is multiplied',
  divided: 'what is divided',
  divisor: 'what it is divided by',
  raised: 'what is raised to a power',
  test: 'the first part of “if”',
  not: '“not”',
  and: '“and”',
  or: '“or”',
};

function formulaPlaceWords(place: FormulaPlace): string {
  if (typeof place === 'string') return PLACES[place];
  return 'line' in place ? `“${place.line}”` : `what is given to ${place.givenTo}`;
}

function howMany({ least, most }: Extract<FormulaFaultData, { code: 'argumentCount' }>): string {
  if (least === most) return counted(least, 'value');
  return `${least} ${most === least + 1 ? 'or' : 'to'} ${counted(most, 'value')}`;
}

function mixed({ does, left, right }: Extract<FormulaFaultData, { code: 'mixedDimensions' }>): string {
  const [a, b] = [dimWords(left), dimWords(right)];
  switch (does) {
    case 'adds':
      return `adds ${b} to ${a}`;
    case 'takes':
      return `takes ${b} from ${a}`;
    case 'compares':
      return `compares ${a} with ${b}`;
    case 'chooses between':
      return `chooses between ${a} and ${b}`;
  }
}

/** What is wrong with a formula, in words a shopkeeper understands. */
export function formulaFaultWords(line: number, data: FormulaFaultData): string {
  switch (data.code) {
    case 'syntax':
      return `Line ${line} can’t be read${data.near.trim() ? ` near “${data.near.trim()}”` : ': something is missing at its end'}. Write lines like area = width × height.`;
    case 'emptyFormula':
      return 'The formula is empty. Its last line is the result, such as width × height × rate.';
    case 'tooLong':
      return `A formula can have at most ${data.most.toLocaleString('en-GB')} ${data.what}.`;
    case 'tooDeep':
      return `Line ${line} nests its parts too deeply. Name a part on a line of its own.`;
    case 'unnamedLine':
      return `Line ${line} has no name. Every line but the last needs one, such as area = …`;
    case 'unknownName':
      return `Line ${line}: there is nothing called “${data.name}” here.${data.nearest ? ` Is ${data.nearest} meant?` : ''}`;
    case 'ofSeveral':
      return `Line ${line}: there may be several there. Say sum(${data.name}), min(${data.name}) or max(${data.name}).`;
    case 'notAPlace':
      return `Line ${line}: ${data.function} asks of what is in a slot or part${data.nearest ? `. Is ${data.function}(${data.nearest}) meant?` : data.known.length > 0 ? `, such as ${data.function}(${data.known[0] ?? ''}).` : ', and this product has none.'}`;
    case 'unknownUnit':
      return `Line ${line}: “${data.unit}” is not a unit we know. Use m, cm, m2, kg, L, ft, pieces or the shop’s currency.`;
    case 'unknownFunction':
      return `Line ${line}: there is no function “${data.name}”. There are ${data.known.join(', ')}.`;
    case 'nameTwice':
      return `Line ${line}: “${data.name}” has been named on an earlier line.`;
    case 'nameTaken':
      return `Line ${line}: “${data.name}” already means something here. Use another name.`;
    case 'argumentCount':
      return `Line ${line}: ${data.name} takes ${howMany(data)}, not ${data.given}.`;
    case 'mixedDimensions':
      return `Line ${line} ${mixed(data)}.`;
    case 'notACondition':
      return `Line ${line}: ${formulaPlaceWords(data.where)} must be a comparison, such as width > 1 m.`;
    case 'notAValue':
      return `Line ${line}: ${formulaPlaceWords(data.where)} is a comparison, not a value. Use if(…, …, …) to choose between values.`;
    case 'exponent':
      return `Line ${line}: a power must be a whole number from 0 to 12.`;
    case 'stepMissing':
      return `Line ${line}: say to what step ${data.name} brings ${dimWords(data.dim)}, as in ${data.name}(…, 0.1 m).`;
    case 'oddRoot':
      return `Line ${line}: there is no square root of ${dimWords(data.dim)}.`;
    case 'wrongResult':
      return `Line ${line} comes out as ${dimWords(data.is)}; ${dimWords(data.wanted)} is needed here.`;
  }
}
