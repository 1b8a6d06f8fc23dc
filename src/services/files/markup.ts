const isSpace = (sign: string | undefined) =>
  sign === ' ' || sign === '\n' || sign === '\t' || sign === '\r' || sign === '\f';

/**
 * Whether a text is a drawing: after a declaration, comments and a document type, its first element is `svg`. Goes over
 * the text once, from left to right, whatever is in it.
 */
export function isDrawing(text: string): boolean {
  let at = 0;
  const skipSpaces = () => {
    while (isSpace(text[at])) at += 1;
  };
  /** Goes behind the next of these signs. @returns false where there is none */
  const skipTo = (signs: string): boolean => {
    const end = text.indexOf(signs, at);
    at = end + signs.length;
    return end >= 0;
  };
  const startsWith = (word: string) => text.slice(at, at + word.length).toLowerCase() === word;
  skipSpaces();
  if (startsWith('<?xml')) {
    if (!skipTo('>')) return false;
    skipSpaces();
  }
  for (let typed = false; ; skipSpaces()) {
    if (startsWith('<!--')) {
      if (!skipTo('-->')) return false;
    } else if (!typed && startsWith('<!doctype svg')) {
      typed = true;
      if (!skipTo('>')) return false;
    } else break;
  }
  const after = text[at + '<svg'.length];
  return startsWith('<svg') && (isSpace(after) || after === '>' || after === '/');
}
