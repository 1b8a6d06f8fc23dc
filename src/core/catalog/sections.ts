import { type Choice } from './choices';
import { type Rule } from './rules';

/**
 * By the key of a heading that is a section, the keys of the choices that belong to it: up to the next heading or
 * divider.
 */
export type Sections = ReadonlyMap<string, readonly string[]>;

export function sectionsOf(choices: readonly Choice[]): Sections {
  const found = new Map<string, string[]>();
  let within: string[] | undefined;
  for (const choice of choices) {
    if (choice.kind === 'heading' || choice.kind === 'divider') {
      within = choice.kind === 'heading' && choice.holds ? [] : undefined;
      if (within) found.set(choice.key, within);
    } else within?.push(choice.key);
  }
  return found;
}

/** In the place of a customer group: nobody belongs to it, and no group can be called so. */
export const NOBODY = ' ';

/** Choices as they are seen within their sections: who does not see the section sees nothing of it. */
export function withSections(choices: readonly Choice[]): readonly Choice[] {
  const sections = sectionsOf(choices);
  const limits = new Map(
    choices
      .filter(({ groups }) => groups.length > 0)
      .flatMap(({ key, groups }) => (sections.get(key) ?? []).map((member) => [member, groups] as const)),
  );
  if (limits.size === 0) return choices;
  return choices.map((choice) => {
    const outer = limits.get(choice.key);
    if (!outer) return choice;
    const both = choice.groups.length === 0 ? outer : choice.groups.filter((group) => outer.includes(group));
    return { ...choice, groups: both.length === 0 ? [NOBODY] : [...both] };
  });
}

/** A rule that shows or hides a section does so with all that belongs to it. */
export function withinSections(rule: Rule, sections: Sections): Rule {
  if (sections.size === 0) return rule;
  return {
    ...rule,
    then: rule.then.map((effect) => {
      if (effect.kind !== 'show' && effect.kind !== 'hide') return effect;
      return {
        ...effect,
        choices: [...new Set(effect.choices.flatMap((choice) => [choice, ...(sections.get(choice) ?? [])]))],
      };
    }),
  };
}
