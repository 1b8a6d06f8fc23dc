import { dequal } from 'dequal';
import { type Choice, choiceSchema, hasOptions } from './index';

/** Everything that a choice of some kind has. */
export type ChoiceField = Choice extends infer Each ? (Each extends Choice ? keyof Each : never) : never;

export interface ChangedKind {
  readonly choice: Choice;
  /** what was said of it and can’t be kept */
  readonly lost: readonly ChoiceField[];
}

/**
 * A choice as one of another kind: it keeps its name and all that the new kind can keep.
 *
 * @param begins how choices of both kinds begin, under the name of this one: what is as it began is not missed
 */
export function changedKind(choice: Choice, begins: { readonly before: Choice; readonly after: Choice }): ChangedKind {
  let changed = begins.after;
  const fields = Object.entries(choice).filter(([field]) => field !== 'kind');
  // What names an option is looked at when the options are there.
  const optionsFirst = [...fields].sort(([one], [other]) => Number(other === 'options') - Number(one === 'options'));
  for (const [field, value] of optionsFirst) {
    if (!(field in changed)) continue;
    const tried = choiceSchema.safeParse({ ...changed, [field]: value });
    if (tried.success && (field !== 'default' || namesOptions(tried.data, value))) changed = tried.data;
  }
  const before: Readonly<Record<string, unknown>> = begins.before;
  const after: Readonly<Record<string, unknown>> = changed;
  const lost = fields.flatMap(([field, value]) =>
    dequal(value, before[field]) || dequal(value, after[field]) ? [] : [field as ChoiceField],
  );
  return { choice: changed, lost };
}

/** Whether what it begins with is something that can be picked, where it has options. */
function namesOptions(choice: Choice, value: unknown): boolean {
  if (!hasOptions(choice) || value === null) return true;
  const keys: readonly unknown[] = Array.isArray(value) ? value : [value];
  return keys.every((key) => choice.options.some((option) => option.key === key));
}
