import { type ParseError, parse, printParseErrorCode } from 'jsonc-parser';

const WORDS: Readonly<Record<string, string>> = {
  InvalidSymbol: 'there is something that is no value; texts stand in double quotes',
  InvalidNumberFormat: 'there is a number that is not written as one',
  PropertyNameExpected: 'a name in double quotes is expected',
  ValueExpected: 'a value is expected',
  ColonExpected: 'a colon is expected',
  CommaExpected: 'a comma is expected',
  CloseBraceExpected: 'a closing } is expected',
  CloseBracketExpected: 'a closing ] is expected',
  EndOfFileExpected: 'the file should have ended',
  InvalidCommentToken: 'there is a comment, and comments have no place in it',
  UnexpectedEndOfComment: 'a comment does not end, and comments have no place in it',
  UnexpectedEndOfString: 'a text has no closing quote',
  UnexpectedEndOfNumber: 'a number breaks off',
  InvalidUnicode: 'a character is written as no character can be',
  InvalidEscapeCharacter: 'a backslash stands before something that it can’t',
  InvalidCharacter: 'there is a character that must be written with a backslash',
};

export type JsonReading =
  { readonly value: unknown; readonly fault?: undefined } | { readonly value?: undefined; readonly fault: string };

/** Reads JSON; what is wrong with it is said with its line and column, counted from 1. */
export function readJsonText(text: string): JsonReading {
  try {
    return { value: JSON.parse(text) as unknown };
  } catch {
    const errors: ParseError[] = [];
    try {
      parse(text, errors, { disallowComments: true, allowTrailingComma: false, allowEmptyContent: false });
    } catch {
      return { fault: 'This is not JSON: it nests deeper than can be read.' };
    }
    const [first] = errors;
    const before = text.slice(0, first?.offset ?? text.length);
    const line = before.split('\n').length;
    const column = before.length - before.lastIndexOf('\n');
    const what = (first && WORDS[printParseErrorCode(first.error)]) ?? 'it can’t be read';
    return { fault: `This is not JSON: line ${line}, column ${column}: ${what}.` };
  }
}
