import { type Program } from '@/core/compile';
import { type ResolutionJson } from '@/core/exchange';

/** Titles of the stocked choices that are still to be answered, of a product and of what is in it: what it costs to supply follows from them. */
export function openVariants({ stocked, choices, kit }: Program, { problems, parts }: Pick<ResolutionJson, 'problems' | 'parts'>): string[] {
  const own = stocked.flatMap((index) => {
    const choice = choices[index];
    return choice && problems.some(({ code, where }) => code === 'answerMissing' && where === `choice:${choice.key}`) ? [choice.title] : [];
  });
  const within = parts.flatMap(({ part, product, resolution }) => {
    const components = [...(kit?.components ?? []), ...(kit?.slots ?? []).map(({ component }) => component)];
    const candidate = components.find(({ key }) => key === part || part.startsWith(`${key}#`))?.candidates.find((one) => one.product === product);
    return candidate ? openVariants(candidate.program, resolution) : [];
  });
  return [...new Set([...own, ...within])];
}
