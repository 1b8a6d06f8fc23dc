import { autocompletion, type CompletionContext, type CompletionResult } from '@codemirror/autocomplete';
import { HighlightStyle, LanguageSupport, LRLanguage, syntaxHighlighting } from '@codemirror/language';
import { hoverTooltip } from '@codemirror/view';
import { styleTags, tags } from '@lezer/highlight';
import { type FormulaInput } from '@/core/compile';
import { dimWords, formulaParser, isFunction, unitNames } from '@/core/formula';
import { FUNCTION_WORDS } from '@/core/words';

const language = LRLanguage.define({
  parser: formulaParser.configure({
    props: [
      styleTags({
        Name: tags.definition(tags.variableName),
        Variable: tags.variableName,
        Unit: tags.unit,
        Number: tags.number,
        Function: tags.function(tags.variableName),
        Comment: tags.comment,
        'And Or NotWord': tags.keyword,
      }),
    ],
  }),
  languageData: { commentTokens: { line: '#' } },
});

const colours = HighlightStyle.define([
  { tag: tags.definition(tags.variableName), fontWeight: '600', color: 'var(--chakra-colors-copper-fg)' },
  { tag: tags.number, color: 'var(--chakra-colors-lichen-fg)' },
  { tag: tags.unit, color: 'var(--chakra-colors-oak-fg)' },
  { tag: tags.function(tags.variableName), color: 'var(--chakra-colors-brick-fg)' },
  { tag: tags.keyword, fontWeight: '600' },
  { tag: tags.comment, color: 'var(--chakra-colors-fg-muted)', fontStyle: 'italic' },
]);

/** The formula language for the editor: colours, completion of names, units and functions, and what each name is. */
export function formulaLanguage(inputs: readonly FormulaInput[], currency: string): LanguageSupport {
  const options = [
    ...inputs.map(({ name, words, dim }) => ({
      label: name,
      detail: `${words}, ${dimWords(dim)}`,
      type: 'variable',
      boost: 2,
    })),
    ...Object.entries(FUNCTION_WORDS).map(([name, words]) => ({
      label: name,
      apply: `${name}(`,
      detail: words,
      type: 'function',
    })),
    ...unitNames(currency).map((name) => ({ label: name, detail: 'unit', type: 'unit', boost: -1 })),
  ];
  const complete = (context: CompletionContext): CompletionResult | null => {
    const word = context.matchBefore(/[\p{L}_€$£%][\p{L}\p{N}_.]{0,80}/u);
    return word || context.explicit ? { from: word?.from ?? context.pos, options } : null;
  };
  const hover = hoverTooltip((view, place) => {
    const { from, text } = view.state.doc.lineAt(place);
    const match = [...text.matchAll(/[\p{L}_][\p{L}\p{N}_.]*/gu)].find(
      ({ index, 0: word }) => from + index <= place && place <= from + index + word.length,
    );
    const input = match && inputs.find(({ name }) => name === match[0]);
    const words = input
      ? `${input.words}: ${dimWords(input.dim)}`
      : match && isFunction(match[0])
        ? FUNCTION_WORDS[match[0]]
        : null;
    if (!match || !words) return null;
    return {
      pos: from + match.index,
      end: from + match.index + match[0].length,
      create: () => {
        const dom = document.createElement('div');
        dom.textContent = words;
        dom.style.padding = '4px 8px';
        return { dom };
      },
    };
  });
  return new LanguageSupport(language, [syntaxHighlighting(colours), autocompletion({ override: [complete] }), hover]);
}
