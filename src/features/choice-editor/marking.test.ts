import { describe, expect, it } from 'vitest';
import { marking } from './marking';

const marked = (text: string, as: Parameters<typeof marking>[3]) => {
  const [before = '', selected = '', after = ''] = text.split('|');
  const made = marking(before + selected + after, before.length, before.length + selected.length, as);
  return `${made.text.slice(0, made.from)}|${made.text.slice(made.from, made.to)}|${made.text.slice(made.to)}`;
};

describe('marking what is selected', () => {
  it.each([
    ['bold', 'wear |two| veils', 'wear **|two|** veils'],
    ['italic', '|two|', '*|two|*'],
    ['bold', 'now ||', 'now **|bold|**'],
    ['link', 'see |the chart|', 'see [|the chart|](https://)'],
    ['list', '|S\nM|', '- S\n- M||'],
    ['list', 'Sizes:\n|S\nM|', 'Sizes:\n\n- S\n- M||'],
    ['list', '- S\n|M|', '- S\n- M||'],
    ['list', '|- S|', '- S||'],
  ] as const)('%s: %s', (as, given, expected) => expect(marked(given, as)).toBe(expected));
});
