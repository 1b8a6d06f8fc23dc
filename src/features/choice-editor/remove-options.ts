import { hasOptions, type Product } from '@/core/catalog';

/** Takes options out of a choice of a draft, with the variants that have them; their stock items stay. */
export function removeOptions(draft: Product, choiceKey: string, keys: readonly string[]): void {
  const choice = draft.choices.find(({ key }) => key === choiceKey);
  if (!choice || !hasOptions(choice)) return;
  choice.options = choice.options.filter(({ key }) => !keys.includes(key));
  if (choice.kind === 'several' || choice.kind === 'slot') choice.default = choice.default.filter((key) => !keys.includes(key));
  else if (choice.default !== null && keys.includes(choice.default)) choice.default = null;
  // A combination with an option that is gone can't be chosen; its stock item stays in the store room.
  draft.variants = draft.variants.filter(({ options }) => !keys.includes(options[choiceKey] ?? ''));
}
