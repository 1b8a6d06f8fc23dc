export { closest } from './closest';
export { countCharacters, hidesSigns, isBlank, printable, type TextFault } from './printable';
export { finderOf, LONGEST_WORDS, plainWords, sortKey, type Wording } from './wording';
