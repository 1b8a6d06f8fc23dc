export { closest } from './closest';
export { typedLines } from './lines';
export { countCharacters, hidesSigns, isBlank, printable, type TextFault } from './printable';
export { finderOf, firstCapital, inOneLine, LONGEST_WORDS, plainWords, sortKey, type Wording } from './wording';
export { xmlText } from './xml-text';
